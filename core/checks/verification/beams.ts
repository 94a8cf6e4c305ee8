import { applyAct, type Edit, type Member, type Model, type Reinforcement } from '../../model';
import { build } from '../../results/verification/book/structure';

export type Code = Model['settings']['code'];
const held = { ux: true, uy: true, uz: true, rx: true, ry: false, rz: true };

/** A model with edits that must be possible. */
export function edited(model: Model, edits: Edit[]): Model {
  const made = applyAct(model, { edits });
  if (!made.ok) throw new Error(made.error);
  return made.model;
}

/** Beams of 300 × 500 of concrete of 30 MPa over spans, each a member, under one combination of q; supports are points or columns of 400 × 400. */
export function beams(
  spans: readonly number[],
  q: readonly number[],
  {
    bars,
    code = 'us',
    columns = false,
    reversed = false,
    service = false,
  }: {
    bars?: readonly (Reinforcement | undefined)[];
    code?: Code;
    columns?: boolean;
    reversed?: boolean;
    service?: boolean;
  } = {},
): Model {
  const places = spans.reduce((all, span) => [...all, all[all.length - 1] + span], [0]);
  const top = places.map((x, i) => ({
    position: [x, 0, 3] as [number, number, number],
    ...(columns ? {} : { support: i === 0 ? held : { ...held, ux: false } }),
  }));
  const feet = columns
    ? places.map((x) => ({ position: [x, 0, 0] as [number, number, number], support: { ...held, ry: true } }))
    : [];
  const n = places.length;
  const members: [number, number, Partial<Member>][] = spans.map((_, i) => [
    reversed && i % 2 === 0 ? i + 2 : i + 1,
    reversed && i % 2 === 0 ? i + 1 : i + 2,
    { role: 'beam', ...(bars?.[i] ? { reinforcement: bars[i] } : {}) },
  ]);
  const model = build({
    E: 30e9,
    nodes: [...top, ...feet],
    shape: { type: 'rectangle', depth: 0.5, width: 0.3 },
    members: [
      ...members,
      ...feet.map((_, i): [number, number, Partial<Member>] => [n + i + 1, i + 1, { role: 'column' }]),
    ],
    loads: spans.map((_, i) => ({
      type: 'uniform',
      member: `m${i + 1}`,
      axes: 'global',
      direction: 'z',
      value: -q[i % q.length],
      from: 0,
      to: null,
    })) as never,
  });
  return edited(model, [
    {
      kind: 'settings.change',
      fields: {
        code,
        bars: {
          ...model.settings.bars,
          ...(code === 'eurocode' ? { longitudinal: ['D12', 'D16', 'D20', 'D25'], stirrup: 'D10' } : {}),
          ...(service ? {} : { service: { leftOut: true } }),
        },
      },
    },
    {
      kind: 'change',
      table: 'materials',
      changes: [
        {
          id: 't1',
          fields: { name: 'C', kind: 'concrete', elasticModulus: 30e9, poissonRatio: 0.2, concreteStrength: 30e6 },
        },
      ],
    },
    {
      kind: 'add',
      records: { sections: [{ id: 's90', name: '400 × 400', shape: { type: 'rectangle', depth: 0.4, width: 0.4 } }] },
    },
    ...(columns
      ? [
          {
            kind: 'change' as const,
            table: 'members' as const,
            changes: places.map((_, i) => ({ id: `m${spans.length + i + 1}`, fields: { section: 's90' } })),
          },
        ]
      : []),
    { kind: 'change', table: 'combinations', changes: [{ id: 'u1', fields: { purpose: 'strength' } }] },
  ]);
}
