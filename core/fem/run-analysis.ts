import { modelFindings, type Analysis, type Finding, type Model } from '../model';
import { hasLiftOff } from './floors/bed-source';
import { panelsInAnalysis } from './floors/floor-findings';
import { bucklingAnalysis, type BucklingResult } from './buckling';
import { historyAnalysis, type HistoryResult } from './history';
import { modalAnalysis, type ModalBasis, type ModalResult } from './modal';
import { hasOneWayMembers } from './nonlinear';
import { spectrumAnalysis, type SpectrumResult } from './spectrum';

export type AnalysisResult =
  | { readonly type: 'buckling'; readonly result: BucklingResult }
  | { readonly type: 'modal'; readonly result: ModalResult }
  | { readonly type: 'spectrum'; readonly result: SpectrumResult; readonly modal: ModalResult }
  | { readonly type: 'history'; readonly result: HistoryResult; readonly modal: ModalResult };

export interface AnalysisOutcome {
  readonly id: string;
  readonly findings: readonly Finding[];
  /** none when a finding stops the analysis */
  readonly outcome?: AnalysisResult;
  readonly seconds: number;
}

/**
 * Runs one of the model's analyses beside those of load cases, in steps.
 * @param now a clock in seconds; none: the time is zero
 * @yields the share done, 0–1
 */
export function* runAnalysis(
  model: Model,
  id: string,
  now: () => number = () => 0,
): Generator<number, AnalysisOutcome> {
  const started = now();
  const definition = model.analyses[id];
  const ofPanels = panelsInAnalysis(model, definition);
  const before = [...modelFindings(model), ...ofPanels].filter((finding) => finding.severity === 'stop');
  const done = (findings: readonly Finding[], outcome?: AnalysisResult): AnalysisOutcome => ({
    id,
    findings,
    ...(outcome ? { outcome } : {}),
    seconds: now() - started,
  });
  if (before.length > 0) return done(before);
  const remarks = [...(hasOneWayMembers(model) || hasLiftOff(model) ? [oneWayFinding(definition)] : []), ...ofPanels];
  if (definition.type === 'buckling') {
    const { findings, result } = yield* bucklingAnalysis(model, definition);
    return done([...remarks, ...findings], result && { type: 'buckling', result });
  }
  const modalDefinition = definition.type === 'modal' ? definition : model.analyses[definition.modal];
  if (modalDefinition?.type !== 'modal') return done([noModesFinding(definition)]);
  const { findings, result: modal, basis } = yield* modalAnalysis(model, modalDefinition);
  if (!modal || !basis) return done([...remarks, ...findings]);
  if (definition.type === 'modal') return done([...remarks, ...findings], { type: 'modal', result: modal });
  return done(...(yield* onModes(model, definition, modal, basis, [...remarks, ...findings])));
}

function* onModes(
  model: Model,
  definition: Extract<Analysis, { type: 'spectrum' | 'history' }>,
  modal: ModalResult,
  basis: ModalBasis,
  findings: readonly Finding[],
): Generator<number, [Finding[], AnalysisResult]> {
  if (definition.type === 'history')
    return [[...findings], { type: 'history', result: yield* historyAnalysis(definition, modal, basis), modal }];
  const spectrum = spectrumAnalysis(model, definition, modal, basis);
  return [[...findings, ...spectrum.findings], { type: 'spectrum', result: spectrum.result, modal }];
}

/** Carries an analysis through without pausing. */
export function runAnalysisNow(model: Model, id: string): AnalysisOutcome {
  const steps = runAnalysis(model, id);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}

const oneWayFinding = ({ id, label, type }: Analysis): Finding => ({
  key: `one-way ${id}`,
  rule: 'one-way-linear',
  severity: 'remark',
  ...(type === 'buckling'
    ? {
        sentence: `${label} takes members and soil that only pull or push as they act under its load: what is slack or lifted off neither holds nor buckles.`,
        why: 'While it buckles a structure could tighten a slack member or let go a taut one, or lift off; that is not followed.',
      }
    : {
        sentence: `${label} takes members and soil that only pull or push as acting both ways.`,
        why: 'Modes are those of one linear structure. Take out by hand what is slack if that matters.',
      }),
  place: {},
});

const noModesFinding = ({ id, label }: Analysis): Finding => ({
  key: `no-modes ${id}`,
  rule: 'no-modes',
  severity: 'stop',
  sentence: `${label} rests on an analysis that is not a modal one.`,
  why: 'Choose a modal analysis for it.',
  place: {},
});
