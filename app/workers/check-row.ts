import { openReasons, type MemberChecks } from '~core/checks';
import type { CheckRow } from './messages';

/** What the checks of a member came to, short enough to hold for thousands. */
export function toCheckRow({ memberId, code, checks, governing, verdict }: MemberChecks): CheckRow {
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
