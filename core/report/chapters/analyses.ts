import { runAnalysisNow, type AnalysisResult, type ModalResult } from '../../fem';
import { gravity } from '../../loading';
import { inOrder, type Model, type Analysis } from '../../model';
import { modeTable } from '../../results';
import { count, formatNumber, formatQuantity, formatValue, unitLabel } from '../../units';
import { type Block } from '../blocks';
import { tableBlock } from '../result-tables';
import type { ResultChapter } from './chapter';

const names: Readonly<Record<Analysis['type'], string>> = {
  modal: 'modes of vibration',
  buckling: 'buckling',
  spectrum: 'response spectrum',
  history: 'time history',
};

/** "D + 0.25 L" */
const casesOf = (model: Model, list: readonly { readonly case: string; readonly factor: number }[]): string =>
  list
    .map(({ case: id, factor }) => `${factor === 1 ? '' : `${formatNumber(factor, 2)} `}${model.cases[id].label}`)
    .join(' + ') || 'no case';

/** What an analysis was asked for. */
function asked(model: Model, analysis: Analysis): string {
  const stiffness =
    'stiffnessSet' in analysis && analysis.stiffnessSet
      ? `with the stiffness set ${model.stiffnessSets[analysis.stiffnessSet].label}`
      : 'with full stiffness';
  switch (analysis.type) {
    case 'modal':
      return `Masses of ${casesOf(model, analysis.masses)}, ${analysis.massMatrix}, ${analysis.verticalMass ? 'vertically too' : 'sideways only'}, ${stiffness}; ${analysis.count === null ? 'as many modes as take 90% of the mass sideways' : count(analysis.count, 'mode')}.`;
    case 'buckling':
      return `Critical multiples of ${casesOf(model, analysis.factors)}, the first ${analysis.count}, ${stiffness}.`;
    case 'spectrum':
      return `On the modes of ${model.analyses[analysis.modal]?.label ?? 'an analysis that is not there'}, combined by ${analysis.modeRule.toUpperCase()}, damping ${formatNumber(100 * analysis.damping, 1)}%.`;
    default:
      return `On the modes of ${model.analyses[analysis.modal]?.label ?? 'an analysis that is not there'}.`;
  }
}

/** W of each storey, the highest first. */
function storeyWeightBlocks(model: Model, weights: ModalResult['storeyWeights']): Block[] {
  if (weights.length === 0) return [];
  const { units } = model.settings;
  return [
    {
      kind: 'table',
      columns: [{ title: 'Storey' }, { title: `W, ${unitLabel('force', units)}`, numeric: true }, { title: '' }],
      rows: [...weights]
        .reverse()
        .map(({ storey, weight, isTyped }) => [
          model.storeys[storey].label,
          formatValue(weight, 'force', units),
          isTyped ? 'typed' : '',
        ]),
    },
  ];
}

function outcomeBlocks(model: Model, outcome: AnalysisResult): Block[] {
  const { units } = model.settings;
  switch (outcome.type) {
    case 'modal': {
      const [x, y, z] = outcome.result.mass;
      const weight = (mass: number) => formatQuantity(mass * gravity, 'force', units);
      return [
        {
          kind: 'paragraph',
          text: `Weight of the mass that can move: ${weight(x)} in x, ${weight(y)} in y, ${weight(z)} in z.`,
        },
        ...storeyWeightBlocks(model, outcome.result.storeyWeights),
        tableBlock(modeTable(outcome.result), model),
      ];
    }
    case 'buckling':
      return [
        {
          kind: 'table',
          columns: [{ title: 'Mode', numeric: true }, { title: 'times the load', numeric: true }, { title: 'How' }],
          rows: outcome.result.modes.map(({ factor, node, way }, i) => [
            String(i + 1),
            formatNumber(factor, 2),
            `node ${node} ${way} most`,
          ]),
        },
      ];
    case 'spectrum':
      return [
        {
          kind: 'table',
          columns: [
            { title: 'Direction' },
            { title: `Base shear of the modes, ${unitLabel('force', units)}`, numeric: true },
            { title: 'scaled by', numeric: true },
            { title: `Base shear, ${unitLabel('force', units)}`, numeric: true },
            { title: 'Share of the mass', numeric: true },
          ],
          rows: outcome.result.directions.map(({ axis, baseShear, scale, share }) => [
            axis,
            formatValue(baseShear, 'force', units),
            formatNumber(scale, 3),
            formatValue(baseShear * scale, 'force', units),
            `${formatNumber(100 * share, 1)}%`,
          ]),
        },
      ];
    default:
      return [{ kind: 'paragraph', text: 'Courses over time are read in the workbench.' }];
  }
}

/** Modes, buckling and earthquake: what was asked for and what came out, each run anew on the model as it stands. */
function analysisBlocks(model: Model): Block[] {
  return inOrder(model.analyses).flatMap((analysis): Block[] => {
    const head: Block[] = [
      { kind: 'heading', text: `${analysis.label}: ${names[analysis.type]}` },
      { kind: 'paragraph', text: asked(model, analysis) },
    ];
    // a course over a ground record takes long and is read as a curve
    if (analysis.type === 'history')
      return [...head, { kind: 'paragraph', text: 'Not run for the report: its courses are read in the workbench.' }];
    const { findings, outcome } = runAnalysisNow(model, analysis.id);
    return [
      ...head,
      ...(outcome ? outcomeBlocks(model, outcome) : []),
      ...findings.map((finding): Block => ({
        kind: 'paragraph',
        text: `${finding.severity === 'stop' ? 'It stopped' : 'Remark'}: ${finding.sentence} ${finding.why}`,
      })),
    ];
  });
}

export const analysesChapter: ResultChapter = {
  name: 'Modes, buckling',
  title: 'Modes and buckling',
  needsResults: true,
  blocks: ({ model }) => analysisBlocks(model),
};
