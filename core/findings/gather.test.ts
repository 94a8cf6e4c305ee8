import { applyAct, emptyModel, type Model } from '../model';
import { acceptedFindings, allFindings, openFindings } from './index';

test('one list holds what the analysis found and what is in the model; accepted ones stand apart with their reason', () => {
  const made = applyAct(emptyModel({ name: 'Two beams', units: 'si', code: 'us' }), {
    edits: [
      {
        kind: 'add',
        records: {
          nodes: [
            { id: 'n1', position: [0, 0, 0] },
            { id: 'n2', position: [5, 0, 0] },
            { id: 'n3', position: [2, 0, 0] },
            { id: 'n4', position: [2, 3, 0] },
          ],
          members: [
            { id: 'm1', role: 'beam', start: 'n1', end: 'n2', section: null, material: null, angle: 0 },
            { id: 'm2', role: 'beam', start: 'n3', end: 'n4', section: null, material: null, angle: 0 },
          ],
        },
      },
    ],
  });
  if (!made.ok) throw new Error(made.error);
  const analysed = { key: 'x', rule: 'x', severity: 'stop' as const, sentence: 'Stop.', why: 'So.', place: {} };
  const findings = allFindings(made.model, [analysed]);
  expect(findings[0]).toBe(analysed);
  // n3 lies on m1 without being its node
  const touching = findings.find((finding) => finding.place.nodes?.includes('n3') && finding.severity === 'remark')!;
  expect(touching).toBeDefined();
  const accepted: Model = {
    ...made.model,
    acceptances: { x1: { id: 'x1', finding: touching.key, reason: 'A sliding joint.' } },
  };
  expect(acceptedFindings(accepted, findings)).toEqual([{ finding: touching, reason: 'A sliding joint.' }]);
  expect(openFindings(accepted, findings)).toHaveLength(findings.length - 1);
});
