import { build, pinned } from '../../results/verification/book/structure';
import { floorFindings } from './floor-findings';

const tee = { type: 'concreteTee', depth: 0.5, webWidth: 0.3, flangeWidth: 1.5, flangeThickness: 0.15 } as const;

/** A beam below the edge of a slab, and one beside it. */
const model = (shape: object, behaviour: string) =>
  build({
    E: 30e9,
    shape: shape as never,
    nodes: [
      { position: [0, 0, 3], support: pinned },
      { position: [6, 0, 3], support: pinned },
      { position: [6, 4, 3] },
      { position: [0, 4, 3] },
      { position: [6, -3, 3], support: pinned },
    ],
    members: [
      [1, 2, { role: 'beam' }],
      [2, 5, { role: 'beam' }],
    ],
    records: {
      slabs: [
        {
          id: 'b1',
          label: 'Deck',
          corners: ['n1', 'n2', 'n3', 'n4'],
          thickness: 0.15,
          material: 't1',
          ...(behaviour === 'load' ? {} : { behaviour }),
        },
      ],
    } as never,
  });

const told = (shape: object, behaviour = 'shell') =>
  floorFindings(model(shape, behaviour)).filter(({ rule }) => rule === 'double-flange');

test('a T section in a slab that is analysed has its flange twice, and it is said of which beams', () => {
  const [finding] = told(tee);
  expect(finding.place.members).toEqual(['m1']);
  expect(finding.sentence).toMatch(/counts twice in 1 beam \(m1\): Deck, in which it lies, is analysed as well\.$/);
  expect(told({ ...tee, type: 'concreteEll' })).toHaveLength(1);
});

test('nothing is said of rectangles, and of slabs that only carry loads to their edges', () => {
  expect(told({ type: 'rectangle', depth: 0.5, width: 0.3 })).toEqual([]);
  expect(told(tee, 'load')).toEqual([]);
});
