import fc from 'fast-check';
import { buildTernHide } from '../../demo/tern-hide';
import { applyAct, modelDifferences, takeOver, type Act, type Model } from './index';

const changed = (model: Model, ...edits: Act['edits']): Model => {
  const applied = applyAct(model, { edits });
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
};
const base = buildTernHide();
const [firstMember] = Object.values(base.members);

test('a model does not differ from itself, nor from a copy of it', () => {
  expect(modelDifferences(base, base)).toEqual([]);
  expect(modelDifferences(base, JSON.parse(JSON.stringify(base)) as Model)).toEqual([]);
});

test('what differs is told in words with the names of things, not their ids', () => {
  const deeper = changed(
    base,
    {
      kind: 'add',
      records: { sections: [{ id: 's9', name: 'Deeper', shape: { type: 'rectangle', depth: 0.5, width: 0.2 } }] },
    },
    { kind: 'change', table: 'members', changes: [{ id: firstMember.id, fields: { section: 's9', angle: 0.5 } }] },
  );
  const sentences = modelDifferences(base, deeper).map((one) => one.sentence);
  expect(sentences).toContain('section Deeper added');
  expect(sentences).toContain(
    `${firstMember.role} ${firstMember.label ?? firstMember.id}: section ${base.sections[firstMember.section!].name} → Deeper, axis angle 0 → 0.5000`,
  );
});

test('a change that rests on a new section takes the section along', () => {
  const deeper = changed(
    base,
    {
      kind: 'add',
      records: { sections: [{ id: 's9', name: 'Deeper', shape: { type: 'rectangle', depth: 0.5, width: 0.2 } }] },
    },
    { kind: 'change', table: 'members', changes: [{ id: firstMember.id, fields: { section: 's9' } }] },
  );
  const wanted = modelDifferences(base, deeper).filter((one) => one.table === 'members');
  const taken = takeOver(base, deeper, base, wanted);
  expect('act' in taken && modelDifferences(changed(base, ...taken.act.edits), deeper)).toEqual([]);
});

test('a section that came in on both sides under one id keeps both, each under an id of its own', () => {
  const section = (name: string) => ({ id: 's9', name, shape: { type: 'rectangle' as const, depth: 0.5, width: 0.2 } });
  const here = changed(base, { kind: 'add', records: { sections: [section('Mine')] } });
  const there = changed(
    base,
    { kind: 'add', records: { sections: [section('Theirs')] } },
    { kind: 'change', table: 'members', changes: [{ id: firstMember.id, fields: { section: 's9' } }] },
  );
  const taken = takeOver(
    base,
    there,
    here,
    modelDifferences(base, there).filter((one) => one.table === 'members'),
  );
  if (!('act' in taken)) throw new Error(taken.error);
  const merged = changed(here, ...taken.act.edits);
  expect(merged.sections.s9.name).toBe('Mine');
  expect(merged.sections[merged.members[firstMember.id].section!].name).toBe('Theirs');
});

test('what is not there any more cannot be changed, and that is said', () => {
  const without = changed(base, { kind: 'remove', table: 'members', ids: [firstMember.id] });
  const turned = changed(base, {
    kind: 'change',
    table: 'members',
    changes: [{ id: firstMember.id, fields: { angle: 1 } }],
  });
  expect(takeOver(base, turned, without, modelDifferences(base, turned))).toEqual({
    error: 'Nothing of this can be taken over: what it changes is not here.',
  });
});

test('taking over every difference makes one model of two', () => {
  const ids = Object.keys(base.members);
  const nodes = Object.keys(base.nodes);
  const edit = fc.oneof(
    fc.record({
      kind: fc.constant('nodes.move' as const),
      ids: fc.constantFrom(...nodes).map((id) => [id]),
      by: fc.tuple(fc.integer({ min: -3, max: 3 }), fc.integer({ min: -3, max: 3 }), fc.integer({ min: 0, max: 3 })),
    }),
    fc
      .record({ id: fc.constantFrom(...ids), angle: fc.double({ min: 0, max: 3, noNaN: true }) })
      .map(({ id, angle }) => ({
        kind: 'change' as const,
        table: 'members' as const,
        changes: [{ id, fields: { angle } }],
      })),
    fc.constantFrom(...ids).map((id) => ({ kind: 'remove' as const, table: 'members' as const, ids: [id] })),
    fc.constantFrom(...nodes).map((id) => ({ kind: 'remove' as const, table: 'nodes' as const, ids: [id] })),
    fc.integer({ min: 20, max: 30 }).map((n) => ({
      kind: 'add' as const,
      records: { nodes: [{ id: `n${n}`, position: [n, 0, 0] as [number, number, number] }] },
    })),
  );
  fc.assert(
    fc.property(fc.array(edit, { minLength: 1, maxLength: 8 }), (edits) => {
      let other = base;
      for (const one of edits) {
        const applied = applyAct(other, { edits: [one] });
        if (applied.ok) other = applied.model;
      }
      const differences = modelDifferences(base, other);
      if (differences.length === 0) return true;
      const taken = takeOver(base, other, base, differences);
      return 'act' in taken && modelDifferences(changed(base, ...taken.act.edits), other).length === 0;
    }),
    { numRuns: 120 },
  );
});
