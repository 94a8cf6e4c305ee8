import { barWords, cageText, hasProposals, openReasons, proposesCage, wallText, type MemberChecks } from '~core/checks';
import type { UnitSystem } from '~core/units';
import type { CheckRow, PierRow } from './messages';

/** What the checks of a member came to, short enough to hold for thousands. */
export function toCheckRow(
  { memberId, code, checks, governing, verdict, reinforcement, areas, column, steelRatio }: MemberChecks,
  units: UnitSystem,
): CheckRow {
  const bars =
    reinforcement && areas
      ? {
          bars: {
            words: barWords(reinforcement, units),
            areProposed: hasProposals(reinforcement),
            areas: areas(),
          },
        }
      : {};
  const cage =
    column && steelRatio !== undefined
      ? { cage: { words: cageText(column, units), areProposed: proposesCage(column), ratio: steelRatio } }
      : {};
  const skipped = checks.filter((check) => !check.made).length;
  const open = openReasons(checks).join('\n');
  const first = checks[0];
  return governing
    ? {
        memberId,
        code,
        utilisation: governing.utilisation,
        id: governing.id,
        title: governing.title,
        clause: governing.clause,
        combination: governing.combination,
        x: governing.x,
        skipped,
        reason: '',
        verdict,
        open,
        ...bars,
        ...cage,
      }
    : {
        memberId,
        code,
        utilisation: null,
        id: '',
        title: '',
        clause: '',
        combination: '',
        x: 0,
        skipped,
        reason: first && !first.made ? first.reason : 'No check applies.',
        verdict,
        open,
      };
}

/** The same of a pier of a wall. */
export function toPierRow(checks: MemberChecks, units: UnitSystem): PierRow {
  const { wall, steelRatio } = checks;
  return {
    ...toCheckRow(checks, units),
    ...(wall && steelRatio !== undefined
      ? { wall: { words: wallText(wall, units), areProposed: wall.proposed, ratio: steelRatio } }
      : {}),
  };
}
