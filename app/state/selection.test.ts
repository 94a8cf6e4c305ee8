import { applyAct } from '~core/model';
import { buildTernHide } from '~demo/tern-hide';
import {
  chosenRecords,
  joined,
  nothingSelected,
  selectionOf,
  selectionOn,
  selectionWords,
  sizeOf,
  toggled,
} from './selection';

const applied = applyAct(buildTernHide(), {
  edits: [
    {
      kind: 'add',
      records: { slabs: [{ id: 'b1', corners: ['n1', 'n2', 'n3'], thickness: 0.2, material: null }] },
    },
  ],
});
if (!applied.ok) throw new Error(applied.error);
const { model } = applied;

test('records of every kind are chosen together and said in words; loads are chosen beside the structure', () => {
  const chosen = selectionOf({ members: ['m1'], nodes: ['n1', 'n2'], slabs: ['b1'], loads: ['l1'] });
  expect(sizeOf(chosen)).toBe(4);
  expect(selectionWords(model, chosen)).toBe(`1 ${model.members.m1.role}, 2 nodes, 1 slab`);
  expect(chosenRecords(chosen)).toContainEqual({ table: 'slabs', id: 'b1' });
  expect(selectionWords(model, nothingSelected)).toBe('');
});

test('toggling takes out what is wholly in, and adds it where a part is missing', () => {
  const two = joined(selectionOf({ slabs: ['b1'] }), { members: ['m1'] });
  expect(toggled(two, { slabs: ['b1'] })).toEqual(selectionOf({ members: ['m1'] }));
  expect(toggled(two, { members: ['m1', 'm2'] }).members).toEqual(['m1', 'm2']);
});

test('on another model only what is there stays chosen; loads of rules have no record and stay', () => {
  const without = applyAct(model, { edits: [{ kind: 'remove', table: 'slabs', ids: ['b1'] }] });
  if (!without.ok) throw new Error(without.error);
  const chosen = selectionOf({ slabs: ['b1'], members: ['m1'], loads: ['r1-2', 'l999'] });
  expect(selectionOn(without.model, chosen)).toEqual(selectionOf({ members: ['m1'], loads: ['r1-2'] }));
  // what an earlier version kept knows two tables only
  expect(selectionOn(model, { nodes: ['n1'], members: [] })).toEqual(selectionOf({ nodes: ['n1'] }));
});
