import fc from 'fast-check';
import { undoState, type RevisionEntry } from './history';

type Line = Pick<RevisionEntry, 'id' | 'kind' | 'target'>;

test('an edit after an undo ends what could be redone', () => {
  const lines: Line[] = [
    { id: 1, kind: 'start', target: null },
    { id: 2, kind: 'edit', target: null },
    { id: 3, kind: 'undo', target: 2 },
    { id: 4, kind: 'edit', target: null },
  ];
  expect(undoState(lines)).toEqual({ done: [4], undone: [] });
});

test('undoing everything and redoing everything comes back to the same state', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 12 }), (edits) => {
      const lines: Line[] = Array.from({ length: edits }, (_, i) => ({ id: i + 1, kind: 'edit', target: null }));
      const before = undoState(lines);
      for (let i = 0; i < edits; i++) lines.push({ id: 100 + i, kind: 'undo', target: undoState(lines).done.at(-1)! });
      expect(undoState(lines).done).toEqual([]);
      for (let i = 0; i < edits; i++)
        lines.push({ id: 200 + i, kind: 'redo', target: undoState(lines).undone.at(-1)! });
      expect(undoState(lines)).toEqual(before);
    }),
  );
});
