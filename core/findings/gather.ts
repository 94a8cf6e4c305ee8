import { geometryFindings } from '../build';
import { lineFindings } from '../lines';
import { loadFindings, thicknessFindings } from '../loading';
import { acceptanceOf, type Finding, type Model } from '../model';

/** What is found in a model beside its analysis: geometry, loads, thicknesses. The screen shows it before a solve is through. */
export function findingsInModel(model: Model): Finding[] {
  return [...geometryFindings(model), ...loadFindings(model), ...thicknessFindings(model), ...lineFindings(model)];
}

/**
 * The one list of findings: for screen, command line, report, kept runs and the list of projects.
 * @param analysed those of the solve
 */
export const allFindings = (model: Model, analysed: readonly Finding[]): Finding[] => [
  ...analysed,
  ...findingsInModel(model),
];

/** Findings nobody has accepted. */
export const openFindings = (model: Model, findings: readonly Finding[]): Finding[] =>
  findings.filter((finding) => acceptanceOf(model, finding) === undefined);

/** Findings somebody has accepted, each with the reason given. */
export const acceptedFindings = (model: Model, findings: readonly Finding[]): { finding: Finding; reason: string }[] =>
  findings.flatMap((finding) => {
    const acceptance = acceptanceOf(model, finding);
    return acceptance ? [{ finding, reason: acceptance.reason }] : [];
  });
