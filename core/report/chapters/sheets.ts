import { barSchedule, cageText, type Check, type LineBars, type MemberChecks } from '../../checks';
import { combinationFormula, combinationsCalled } from '../../combine';
import { designLines } from '../../lines';
import { wallPart, type Model } from '../../model';
import { setStep, Sheet } from '../../sheet';
import { formatNumber, formatQuantity } from '../../units';
import { beamElevationSvg } from '../beam-elevation';
import { columnDiagramSvg } from '../column-diagram';
import { type Block, table, heading } from '../blocks';
import { tableBlock } from '../result-tables';
import type { ResultChapter } from './chapter';

/** The bars of the design line that a member is in: from the side, and their schedule. */
function lineBlocks(model: Model, memberId: string, bars: LineBars | undefined): Block[] {
  const line = designLines(model).of.get(memberId);
  if (!bars || !line) return [];
  const { units } = model.settings;
  return [
    { kind: 'picture', title: `Bars of ${line.name}`, ...beamElevationSvg(line, bars, units) },
    tableBlock(barSchedule(line.name, bars, units), model),
  ];
}

/** A made check step by step. */
function stepsOf(model: Model, check: Check): Block[] {
  if (!check.made) return [];
  const { units } = model.settings;
  const sheet = new Sheet();
  check.trace(sheet);
  const formulas = combinationsCalled(model, check.combination).map((one) => combinationFormula(model, one));
  return [
    {
      kind: 'sheet',
      title: check.title,
      clause: check.clause,
      remarks: sheet.remarks,
      lines: sheet.steps.map((step) => setStep(step, units)),
      comparison: sheet.comparison && setStep(sheet.comparison, units),
      state: `${check.combination}: ${formulas.join('; ')}, at x = ${formatQuantity(check.x, 'length', units, 2)}`,
      verdict: `${formatNumber(check.utilisation, 2)} ${check.utilisation > 1 ? '> 1, does not hold' : '≤ 1, holds'}`,
      holds: check.utilisation <= 1,
    },
  ];
}

/** The pier that is used most, step by step, and what of it was not made. */
function worstPier(model: Model, piers: readonly MemberChecks[]): Block[] {
  const use = ({ governing }: MemberChecks) => governing?.utilisation ?? -1;
  const worst = piers.reduce<MemberChecks | undefined>(
    (most, one) => (!most || use(one) > use(most) ? one : most),
    undefined,
  );
  if (!worst) return [];
  const { memberId, checks, code, verdict } = worst;
  const part = wallPart(model, memberId);
  const skipped = checks.flatMap((check) =>
    check.made ? [] : [[check.clause, check.title, `${check.needed ? 'Needed. ' : ''}${check.reason}`]],
  );
  return [
    heading(
      `${part?.name ?? memberId}${part?.storey ? `, ${part.storey.label}` : ''}: the pier that is used most, ${code}: ${verdict}`,
    ),
    ...checks.flatMap((check) => stepsOf(model, check)),
    ...(skipped.length > 0 ? [heading('Not made'), table(['Clause', 'Check', 'Why'], skipped)] : []),
  ];
}

function sheetBlocks(
  model: Model,
  members: readonly MemberChecks[],
  lineBars: (memberId: string) => LineBars | undefined,
): Block[] {
  if (members.length === 0) return [];
  const { units } = model.settings;
  const drawn = new Set<string>();
  return members.flatMap(({ memberId, code, checks, verdict, column, interaction }): Block[] => {
    const member = model.members[memberId];
    const section = member.section === null ? '' : model.sections[member.section].name;
    const material = member.material === null ? '' : model.materials[member.material].name;
    const skippedRows = checks.flatMap((check) =>
      check.made ? [] : [[check.clause, check.title, `${check.needed ? 'Needed. ' : ''}${check.reason}`]],
    );
    const line = designLines(model).of.get(memberId);
    // once for a line, with the first of its members
    const isFirst = line && !drawn.has(line.id);
    if (line) drawn.add(line.id);
    return [
      heading(
        `${member.label ?? memberId}: ${member.role}, ${section}, ${material}${code ? `, ${code}` : ''}: ${verdict}`,
      ),
      ...(isFirst ? lineBlocks(model, memberId, lineBars(memberId)) : []),
      ...(column && interaction
        ? [
            {
              kind: 'picture' as const,
              title: `Section of ${member.label ?? memberId}: ${cageText(column, units).bars}, ties ${cageText(column, units).ties}; what counts of its strength (dark) and nominal (pale), with all demands`,
              ...columnDiagramSvg(interaction(), units),
            },
          ]
        : []),
      ...checks.flatMap((check) => stepsOf(model, check)),
      ...(skippedRows.length > 0 ? [heading('Not made'), table(['Clause', 'Check', 'Why'], skippedRows)] : []),
    ];
  });
}

export const sheetsChapter: ResultChapter = {
  name: 'Calculation sheets',
  title: 'Calculation sheets',
  needsResults: true,
  blocks: ({ model, checks, piers, choice, lineBars }) => [
    ...sheetBlocks(
      model,
      checks.filter((one) => choice.members.includes(one.memberId)),
      lineBars,
    ),
    ...worstPier(model, piers),
  ],
};
