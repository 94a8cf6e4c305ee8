import { applyAct, idSource, type Act, type DesignLineRecord, type Edit, type Model, type SupportAs } from '../model';
import { angleBetween } from './meeting';
import { designLines, type DesignLine } from './design-lines';

/** An act on lines, or why it cannot be. */
export type LineAct = { readonly ok: true; readonly act: Act } | { readonly ok: false; readonly error: string };

const refuse = (error: string): LineAct => ({ ok: false, error });

/** Lines that turn by more than this where they meet are not one beam, rad. */
const mostTurn = (20 * Math.PI) / 180;

/** Makes two lines of one, at a node between its ends. */
export function splitLine(model: Model, line: DesignLine, node: string): LineAct {
  const at = line.nodes.find((one) => one.node === node)?.at;
  if (at === undefined || at < 1e-6 || at > line.length - 1e-6)
    return refuse(`Node ${node} does not lie between the ends of ${line.name}.`);
  const nextId = idSource(model);
  const [before, after] = [
    line.pieces.filter(({ to }) => to <= at + 1e-6),
    line.pieces.filter(({ to }) => to > at + 1e-6),
  ].map((pieces) => pieces.map(({ member }) => member));
  const decided = (members: readonly string[]) => {
    const nodes = new Set(members.flatMap((id) => [model.members[id].start, model.members[id].end]));
    const supports = (line.record?.supports ?? []).filter((one) => nodes.has(one.node));
    return supports.length > 0 ? { supports } : {};
  };
  const { label } = line.record ?? {};
  const second = recordOf(nextId('designLines'), after, {
    ...(label === undefined ? {} : { label: `${label}.2` }),
    ...decided(after),
  });
  return settled(
    model,
    line.record
      ? [
          {
            kind: 'change',
            table: 'designLines',
            changes: [{ id: line.record.id, fields: { members: before, supports: decided(before).supports ?? null } }],
          },
          { kind: 'add', records: { designLines: [second] } },
        ]
      : [
          {
            kind: 'add',
            records: {
              designLines: [recordOf(second.id, before, decided(before)), { ...second, id: nextId('designLines') }],
            },
          },
        ],
    `Split ${line.name} at ${node}`,
  );
}

/** Makes one line of several that follow each other. */
export function joinLines(model: Model, lines: readonly DesignLine[]): LineAct {
  if (lines.length < 2) return refuse('Select members of two or more lines that follow each other.');
  const roles = new Set(lines.map(({ role }) => role));
  if (roles.size > 1) return refuse(`A line is of one purpose: these are ${[...roles].join(' and ')} lines.`);
  const materials = new Set(lines.flatMap(({ pieces }) => pieces.map(({ member }) => model.members[member].material)));
  if (materials.size > 1) return refuse('A line is of one material: these are of several.');
  const members = lines.flatMap(({ pieces }) => pieces.map(({ member }) => member));
  const records = lines.flatMap(({ record }) => record ?? []);
  const kept = records.at(0);
  const supports = records.flatMap((record) => record.supports ?? []);
  const gone = records.slice(1).map(({ id }) => id);
  const fields = { members, ...(supports.length > 0 ? { supports } : {}) };
  const edits: Edit[] = [
    ...(gone.length > 0 ? [{ kind: 'remove' as const, table: 'designLines' as const, ids: gone }] : []),
    kept
      ? { kind: 'change', table: 'designLines', changes: [{ id: kept.id, fields }] }
      : { kind: 'add', records: { designLines: [recordOf(idSource(model)('designLines'), members, fields)] } },
  ];
  const after = applyAct(model, { edits });
  if (!after.ok) return refuse(after.error);
  const joined = designLines(after.model).of.get(members[0])!;
  if (joined.pieces.length !== members.length)
    return refuse('They do not follow each other: each has to begin at a node where another ends.');
  const bent = joined.pieces.slice(1).findIndex((piece, i) => turnOf(model, joined.pieces[i], piece) > mostTurn);
  if (bent >= 0) return refuse(`They turn by more than 20° at ${joined.nodes[bent + 1].node}: that is not one line.`);
  return settled(model, edits, `Joined ${lines.map(({ name }) => name).join(' and ')} into one line`);
}

function turnOf(model: Model, a: DesignLine['pieces'][number], b: DesignLine['pieces'][number]): number {
  const [p, q] = [a, b].map(({ member, reversed }) => {
    const { start, end } = model.members[member];
    const [from, to] = (reversed ? [end, start] : [start, end]).map((node) => model.nodes[node].position);
    return [to[0] - from[0], to[1] - from[1], to[2] - from[2]] as const;
  });
  return angleBetween(p, q);
}

/** Lets lines be found by themselves again: what was decided of them goes. */
export function letGo(lines: readonly DesignLine[]): LineAct {
  const ids = lines.flatMap(({ record }) => (record ? [record.id] : []));
  return ids.length === 0
    ? refuse('These lines are found by themselves already.')
    : {
        ok: true,
        act: {
          edits: [{ kind: 'remove', table: 'designLines', ids }],
          sentence: `Let ${lines.map(({ name }) => name).join(', ')} be found by itself`,
        },
      };
}

/** Decides what a node is for a beam. @param as none: as its geometry says */
export function decideSupport(model: Model, line: DesignLine, node: string, as: SupportAs | undefined): LineAct {
  const others = (line.record?.supports ?? []).filter((one) => one.node !== node);
  const supports = as === undefined ? others : [...others, { node, as }];
  return changed(
    model,
    line,
    { supports: supports.length > 0 ? supports : undefined },
    as === undefined
      ? `Took the support of ${line.name} at ${node} from the geometry`
      : `Decided the support of ${line.name} at ${node}`,
  );
}

/** Gives a line a name, or takes it. */
export const nameLine = (model: Model, line: DesignLine, label: string | undefined): LineAct =>
  changed(model, line, { label }, label === undefined ? `Took the name of ${line.name}` : `Named a line ${label}`);

/** Says that a line that has changed was looked at, and is right as it is now. */
export const lookedAt = (line: DesignLine): LineAct =>
  line.record
    ? {
        ok: true,
        act: {
          edits: [
            { kind: 'change', table: 'designLines', changes: [{ id: line.record.id, fields: { seen: line.state } }] },
          ],
          sentence: `Looked at ${line.name} again`,
        },
      }
    : refuse(`Nothing is decided of ${line.name}.`);

/** Changes what is decided of a line; one that is found by itself becomes a record. */
function changed(
  model: Model,
  { record, pieces }: DesignLine,
  fields: Pick<DesignLineRecord, 'label' | 'supports'>,
  sentence: string,
): LineAct {
  const cleared = Object.fromEntries(Object.entries(fields).map(([name, value]) => [name, value ?? null]));
  const given = Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined));
  const members = pieces.map(({ member }) => member);
  return settled(
    model,
    [
      record
        ? { kind: 'change', table: 'designLines', changes: [{ id: record.id, fields: cleared }] }
        : { kind: 'add', records: { designLines: [recordOf(idSource(model)('designLines'), members, given)] } },
    ],
    sentence,
  );
}

const recordOf = (
  id: string,
  members: readonly string[],
  fields: Partial<Pick<DesignLineRecord, 'label' | 'supports'>>,
): DesignLineRecord => ({ id, members: [...members], ...fields });

/** Edits with what each line they touch is then, so that a later change of it is told. */
function settled(model: Model, edits: readonly Edit[], sentence: string): LineAct {
  const after = applyAct(model, { edits: [...edits] });
  if (!after.ok) return refuse(after.error);
  const state = new Map(
    designLines(after.model).all.flatMap((line) => (line.record ? [[line.record.id, line.state]] : [])),
  );
  const seen = (id: string) => state.get(id)?.slice(0, 20_000);
  return {
    ok: true,
    act: {
      edits: edits.map((edit): Edit => {
        if (edit.kind === 'add')
          return {
            ...edit,
            records: {
              ...edit.records,
              designLines: (edit.records.designLines ?? []).map((line) => ({ ...line, seen: seen(line.id) })),
            },
          };
        return edit.kind === 'change'
          ? {
              ...edit,
              changes: edit.changes.map(({ id, fields }) => ({ id, fields: { ...fields, seen: seen(id) ?? null } })),
            }
          : edit;
      }),
      sentence,
    },
  };
}
