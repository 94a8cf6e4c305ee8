import { applyAct, type Cage, type Combination, type Edit, type Member, type Model, type Node } from '../../model';
import { build, fixed, pinned, type LoadSpec } from '../../results/verification/book/structure';
import { edited, type Code } from './beams';

const inch = 0.0254;
export const kip = 4448.2216152605;
export const foot = 0.3048;
const psi = 6894.757293168361;
/** A moment of one kip·ft, N·m. */
export const kipFoot = kip * foot;

/** 8 bars No. 8, ties No. 3 every 12 in with two legs each way. */
export const eightBars: Cage = {
  bars: { corner: '#8', alongY: 3, alongZ: 3 },
  ties: { bar: '#3', spacing: 12 * inch, legsY: 2, legsZ: 2 },
};

export interface ColumnSpec {
  /** in; sides along local y and local z */
  readonly width?: number;
  readonly depth?: number;
  /** in; it is round */
  readonly diameter?: number;
  /** between the axes at its ends, ft */
  readonly height: number;
  /** pressure at its top, kip */
  readonly P: number;
  /** moments at its top and foot about the global axes, kip·ft; the foot turns freely */
  readonly top?: readonly [x: number, y: number];
  readonly foot?: readonly [x: number, y: number];
  /** loads of the wind case beside one that pushes the top along x and y */
  readonly wind?: readonly LoadSpec[];
  /** push of the wind case at its top along x and y, kip; left out: 1 each */
  readonly push?: readonly [x: number, y: number];
  /** of the combination: share of the wind case */
  readonly windFactor?: number;
  /** what holds the top sideways: a support, springs of so many N/m, or nothing */
  readonly held?: 'support' | number | 'nothing';
  readonly base?: 'pinned' | 'fixed';
  /** without: no case pushes it */
  readonly pushed?: boolean;
  readonly storeys?: boolean;
  readonly cage?: Cage | null;
  readonly member?: Partial<Member>;
  readonly combination?: Partial<Combination>;
  /** it is drawn as so many members */
  readonly pieces?: number;
  readonly units?: 'si' | 'us';
  readonly code?: Code;
  readonly edits?: readonly Edit[];
}

/** A column of concrete of 4000 psi with bars of 60 ksi under one strength combination, 1.0 of a dead case and a share of a wind case. */
export function column({
  width = 16,
  depth = 16,
  diameter,
  height,
  P,
  top = [0, 0],
  foot: bottom = [0, 0],
  push = [1, 1],
  windFactor = 0,
  held = 'support',
  base = 'pinned',
  pushed = true,
  storeys = true,
  cage = eightBars,
  member = {},
  combination = {},
  pieces = 1,
  units = 'us',
  code = 'us',
  edits = [],
}: ColumnSpec): Model {
  const h = height * foot;
  const sideways: Partial<Node> =
    held === 'support'
      ? { support: { ux: true, uy: true, uz: false, rx: false, ry: false, rz: true } }
      : held === 'nothing'
        ? { support: { ux: false, uy: false, uz: false, rx: false, ry: false, rz: true } }
        : {
            support: { ux: false, uy: false, uz: false, rx: false, ry: false, rz: true },
            springs: { ux: held, uy: held },
          };
  const places = Array.from({ length: pieces + 1 }, (_, i) => (h * i) / pieces);
  const turned = (moments: readonly [number, number]): [number, number, number] => [
    moments[0] * kipFoot,
    moments[1] * kipFoot,
    0,
  ];
  const last = `n${pieces + 1}`;
  const model = build({
    E: 57000 * Math.sqrt(4000) * psi,
    poisson: 0.2,
    nodes: places.map((z, i) => ({
      position: [0, 0, z] as [number, number, number],
      ...(i === 0 ? { support: base === 'fixed' ? fixed : { ...pinned, rz: true } } : i === pieces ? sideways : {}),
    })),
    shape:
      diameter === undefined
        ? { type: 'rectangle', width: width * inch, depth: depth * inch }
        : { type: 'circle', diameter: diameter * inch },
    members: places
      .slice(1)
      .map((_, i) => [i + 1, i + 2, { role: 'column', ...(cage ? { cage } : {}), ...member }] as const),
    loads: [
      { type: 'node', node: last, force: [0, 0, -P * kip], moment: turned(top) },
      { type: 'node', node: 'n1', force: [0, 0, 0], moment: turned(bottom) },
    ],
    ...(storeys ? { storeys: [0, h] } : {}),
  });
  const made = applyAct(model, {
    edits: [
      { kind: 'settings.change', fields: { units, code, bars: { ...model.settings.bars, cover: 1.5 * inch } } },
      {
        kind: 'change',
        table: 'materials',
        changes: [{ id: 't1', fields: { name: 'C', kind: 'concrete', concreteStrength: 4000 * psi } }],
      },
      { kind: 'change', table: 'cases', changes: [{ id: 'c1', fields: { nature: 'dead' } }] },
      ...(pushed
        ? [
            {
              kind: 'add' as const,
              records: {
                cases: [{ id: 'c2', label: 'W', name: 'Wind', nature: 'wind', selfWeight: false }] as never,
                loads: [
                  {
                    id: 'l90',
                    case: 'c2',
                    type: 'node',
                    node: last,
                    force: [push[0] * kip, push[1] * kip, 0],
                    moment: [0, 0, 0],
                  },
                ] as never,
              },
            },
          ]
        : []),
      {
        kind: 'change',
        table: 'combinations',
        changes: [
          {
            id: 'u1',
            fields: {
              purpose: 'strength',
              factors: [{ case: 'c1', factor: 1 }, ...(windFactor === 0 ? [] : [{ case: 'c2', factor: windFactor }])],
              ...combination,
            },
          },
        ],
      },
    ],
  });
  if (!made.ok) throw new Error(made.error);
  return edited(made.model, [...edits]);
}
