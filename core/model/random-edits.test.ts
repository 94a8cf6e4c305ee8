import fc from 'fast-check';
import { readModelFile, writeModelFile } from '../exchange';
import { solveNow } from '../fem';
import { buildTernHide } from '../../demo/tern-hide';
import { applyAct, applyEdit, edit as editSchema, modelFindings, type Edit, type Model } from './index';

const start = buildTernHide();
const anyId = (letter: string, most: number) => fc.integer({ min: 1, max: most }).map((n) => `${letter}${n}`);
const number = fc.double({ min: -20, max: 20, noNaN: true });

/** Edits of all kinds, many of which cannot be carried out. */
const anyEdit: fc.Arbitrary<Edit> = fc.oneof(
  fc.record({
    kind: fc.constant('nodes.move' as const),
    ids: fc.array(anyId('n', 7), { minLength: 1, maxLength: 3 }),
    by: fc.tuple(number, number, number),
  }),
  fc.record({
    kind: fc.constant('remove' as const),
    table: fc.constantFrom(
      'nodes',
      'members',
      'cases',
      'loads',
      'combinations',
      'sections',
      'storeys',
    ) as fc.Arbitrary<'nodes'>,
    ids: fc.tuple(
      fc.oneof(
        anyId('n', 6),
        anyId('m', 6),
        anyId('c', 5),
        anyId('l', 6),
        anyId('u', 12),
        anyId('s', 2),
        anyId('h', 3),
      ),
    ),
  }),
  fc
    .tuple(
      anyId('m', 7),
      fc.constantFrom<Record<string, unknown>>(
        { section: null },
        { material: null },
        { label: 'Post' },
        { label: null },
        { angle: 0.3 },
        { start: 'n5' },
        { role: 'pillar' },
        { steelDesign: { factorMinor: 0.7 } },
      ),
    )
    .map(([id, fields]): Edit => ({ kind: 'change', table: 'members', changes: [{ id, fields }] })),
  fc
    .tuple(
      anyId('n', 6),
      fc.constantFrom<Record<string, unknown>>(
        { support: null },
        { position: [1, 2, 3] },
        { position: ['a', 2, 3] },
        { support: { ux: true, uy: false, uz: true, rx: false, ry: false, rz: false } },
      ),
    )
    .map(([id, fields]): Edit => ({ kind: 'change', table: 'nodes', changes: [{ id, fields }] })),
  fc
    .tuple(fc.integer({ min: 5, max: 9 }), number)
    .map(([n, x]): Edit => ({ kind: 'add', records: { nodes: [{ id: `n${n}`, position: [x, 1, 1] }] } })),
  fc.constantFrom<Edit>(
    { kind: 'settings.change', fields: { units: 'us' } },
    { kind: 'settings.change', fields: { code: 'eurocode' } },
    { kind: 'settings.change', fields: { name: '' } },
  ),
);

const tablesOf = ({ counters: _counters, ...tables }: Model) => tables;

test('whatever the edit, it is carried out whole with an exact inverse, or refused with a sentence and nothing changed', () => {
  fc.assert(
    fc.property(fc.array(anyEdit, { minLength: 1, maxLength: 12 }), (edits) => {
      let model = start;
      const frozen = JSON.stringify(start);
      const inverses: Edit[][] = [];
      for (const edit of edits) {
        const applied = applyEdit(model, edit);
        if (!applied.ok) {
          expect(applied.error).toMatch(/Nothing was changed\.$/);
          continue;
        }
        expect(applied.sentence.length).toBeGreaterThan(5);
        inverses.unshift(applied.inverse);
        model = applied.model;
      }
      expect(JSON.stringify(start)).toBe(frozen);
      for (const inverse of inverses) {
        // an inverse is itself a valid edit, as it is stored and sent
        for (const edit of inverse) expect(editSchema.safeParse(JSON.parse(JSON.stringify(edit))).success).toBe(true);
        const undone = applyAct(model, { edits: JSON.parse(JSON.stringify(inverse)) as Edit[] });
        if (!undone.ok) throw new Error(undone.error);
        model = undone.model;
      }
      expect(tablesOf(model)).toEqual(tablesOf(start));
    }),
    { numRuns: 300 },
  );
});

test('whatever the model became, it is written and read back, its findings are told, and the solver answers or says why not', () => {
  fc.assert(
    fc.property(fc.array(anyEdit, { minLength: 1, maxLength: 8 }), (edits) => {
      const model = edits.reduce((current, edit) => {
        const applied = applyEdit(current, edit);
        return applied.ok ? applied.model : current;
      }, start);
      const read = readModelFile(writeModelFile(model));
      // a file writes −0 as 0
      expect(read.ok && read.model).toEqual(JSON.parse(JSON.stringify(model)));
      for (const finding of modelFindings(model))
        expect(`${finding.sentence} ${finding.why}`).not.toMatch(/undefined|NaN/);
      const { solution, findings } = solveNow(model);
      expect(solution !== undefined).toBe(!findings.some((finding) => finding.severity === 'stop'));
      for (const one of solution?.cases ?? [])
        for (const value of one.displacements) expect(Number.isFinite(value)).toBe(true);
    }),
    { numRuns: 150 },
  );
});

test('a mend does away with its finding and brings no new stop', () => {
  fc.assert(
    fc.property(fc.array(anyEdit, { minLength: 1, maxLength: 8 }), (edits) => {
      const model = edits.reduce((current, edit) => {
        const applied = applyEdit(current, edit);
        return applied.ok ? applied.model : current;
      }, start);
      for (const finding of modelFindings(model)) {
        if (!finding.mend || !('act' in finding.mend)) continue;
        const mended = applyAct(model, finding.mend.act);
        if (!mended.ok) throw new Error(mended.error);
        expect(modelFindings(mended.model).map((one) => one.key)).not.toContain(finding.key);
      }
    }),
    { numRuns: 150 },
  );
});
