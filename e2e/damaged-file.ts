import { buildFrame, parseSection, type SectionChoice } from '~core/build';
import { findMaterial } from '~core/catalog';
import { writeModelFile } from '~core/exchange';
import { applyAct, emptyModel, type Act, type Model } from '~core/model';

const after = (model: Model, act: Act): Model => {
  const applied = applyAct(model, act);
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
};
const section = (name: string): SectionChoice => {
  const parsed = parseSection(name, 'si');
  if (!parsed.ok) throw new Error(parsed.error);
  return parsed.value;
};

/**
 * A model file of a small steel frame as it comes from careless hands: a beam drawn twice, a node of its own 8 mm beside a joint at which a
 * beam ends, a node that belongs to nothing, a beam without a section, a load placed at 3000 (mm, where m are meant) and a column without a foot.
 */
export function damagedFile(): string {
  const empty = emptyModel({ name: 'Lapwing Store', units: 'si', code: 'eurocode' });
  const frame = after(
    empty,
    buildFrame(empty, {
      baysX: [6, 6],
      baysY: [5],
      storeys: [4],
      column: section('HEB 200'),
      beamX: section('IPE 300'),
      beamY: section('IPE 270'),
      material: findMaterial('S355')!,
      feet: 'fixed',
    }).act!,
  );
  const beams = Object.values(frame.members).filter(({ role }) => role === 'beam');
  const [first, second, third, fourth] = beams;
  const joint = frame.nodes[second.end].position;
  const foot = Object.values(frame.nodes).find(({ support }) => support)!;
  const damaged = after(frame, {
    edits: [
      {
        kind: 'add',
        records: {
          nodes: [
            { id: 'n90', position: [joint[0] + 0.008, joint[1], joint[2]] },
            { id: 'n91', position: [2, 9, 1] },
          ],
          members: [{ ...first, id: 'm90' }],
          cases: [
            { id: 'c8', label: 'D', name: 'Self-weight', nature: 'dead', selfWeight: true },
            { id: 'c9', label: 'L', name: 'Live', nature: 'live', selfWeight: false },
          ],
          loads: [
            {
              id: 'l9',
              case: 'c9',
              type: 'point',
              member: fourth.id,
              axes: 'global',
              direction: 'z',
              value: -20000,
              at: 3,
            },
          ],
        },
      },
      {
        kind: 'change',
        table: 'members',
        changes: [
          { id: second.id, fields: { end: 'n90' } },
          { id: third.id, fields: { section: null } },
        ],
      },
      { kind: 'change', table: 'nodes', changes: [{ id: foot.id, fields: { support: null } }] },
    ],
  });
  const load = { ...damaged.loads.l9, at: 3000 };
  return writeModelFile({ ...damaged, loads: { ...damaged.loads, l9: load as Model['loads'][string] } });
}
