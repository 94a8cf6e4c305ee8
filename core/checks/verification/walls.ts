import { applyAct, type Edit, type Model, type WallBarsRecord } from '../../model';
import { build } from '../../results/verification/book/structure';
import { edited, type Code } from './beams';
import { foot, kip, kipFoot } from './columns';

const inch = 0.0254;
const psi = 6894.757293168361;

/** Two layers of No. 4 every 12 in, upright and level. */
export const twoLayers: WallBarsRecord = {
  layers: 2,
  upright: { bar: '#4', spacing: 12 * inch },
  level: { bar: '#4', spacing: 12 * inch },
  ends: { bar: '#8', count: 0 },
};

export interface WallSpec {
  /** ft, in, ft */
  readonly length?: number;
  readonly thickness?: number;
  readonly height?: number;
  /** pressure at its top, kip */
  readonly P?: number;
  /** push along it at its top, kip */
  readonly V?: number;
  /** bending in its plane at its top, kip·ft: pulls the end where x is least */
  readonly M?: number;
  /** moment out of its plane at its top, kip·ft, and twisting there about the upright axis, kip·ft */
  readonly out?: number;
  readonly twist?: number;
  readonly bars?: WallBarsRecord | null;
  /** what holds its head across; nothing: it is free */
  readonly held?: 'support' | 'nothing';
  readonly pushed?: boolean;
  readonly units?: 'si' | 'us';
  readonly code?: Code;
  readonly edits?: readonly Edit[];
}

/**
 * A wall of concrete of 4000 psi with bars of 60 ksi along x, held along its foot, under one strength combination of a dead case; a wind case of its own
 * pushes its head.
 */
export function wallModel({
  length = 10,
  thickness = 10,
  height = 10,
  P = 0,
  V = 0,
  M = 0,
  out = 0,
  twist = 0,
  bars = twoLayers,
  held = 'support',
  pushed = true,
  units = 'us',
  code = 'us',
  edits = [],
}: WallSpec): Model {
  const [l, h] = [length * foot, height * foot];
  const across =
    held === 'support' ? { support: { ux: false, uy: true, uz: false, rx: false, ry: false, rz: false } } : {};
  const half = (node: string, sign: 1 | -1) => ({
    type: 'node' as const,
    node,
    force: [(V * kip) / 2, (sign * twist * kipFoot) / l, (-P * kip) / 2 + (sign * -M * kipFoot) / l] as [
      number,
      number,
      number,
    ],
    moment: [(out * kipFoot) / 2, 0, 0] as [number, number, number],
  });
  const model = build({
    E: 57000 * Math.sqrt(4000) * psi,
    poisson: 0.2,
    nodes: [
      { position: [0, 0, 0] },
      { position: [l, 0, 0] },
      { position: [l, 0, h], ...across },
      { position: [0, 0, h], ...across },
    ],
    shape: { type: 'rectangle', width: 0.3, depth: 0.3 },
    members: [],
    loads: [half('n3', 1), half('n4', -1)],
    storeys: [0, h],
  });
  const made = applyAct(model, {
    edits: [
      { kind: 'settings.change', fields: { units, code, bars: { ...model.settings.bars, cover: 0.75 * inch } } },
      {
        kind: 'change',
        table: 'materials',
        changes: [{ id: 't1', fields: { name: 'C', kind: 'concrete', concreteStrength: 4000 * psi } }],
      },
      { kind: 'change', table: 'cases', changes: [{ id: 'c1', fields: { nature: 'dead' } }] },
      {
        kind: 'add',
        records: {
          walls: [
            {
              id: 'w1',
              corners: ['n1', 'n2', 'n3', 'n4'],
              thickness: thickness * inch,
              material: 't1',
              behaviour: 'shell',
              ...(bars ? { bars } : {}),
            },
          ],
          lineSupports: [
            {
              id: 'j1',
              start: 'n1',
              end: 'n2',
              support: { ux: true, uy: true, uz: true, rx: held === 'nothing', ry: true, rz: true },
            },
          ],
          ...(pushed
            ? {
                cases: [{ id: 'c2', label: 'W', name: 'Wind', nature: 'wind', selfWeight: false }],
                loads: ['n3', 'n4'].map((node, i) => ({
                  id: `l9${i}`,
                  case: 'c2',
                  type: 'node',
                  node,
                  force: [kip, 0, 0],
                  moment: [0, 0, 0],
                })),
              }
            : {}),
        } as never,
      },
      {
        kind: 'change',
        table: 'combinations',
        changes: [{ id: 'u1', fields: { purpose: 'strength', factors: [{ case: 'c1', factor: 1 }] } }],
      },
    ],
  });
  if (!made.ok) throw new Error(made.error);
  return edited(made.model, [...edits]);
}
