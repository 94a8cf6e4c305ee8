import { count, formatQuantity } from '../units';
import {
  gridLinesAlong,
  inOrder,
  onLevel,
  type Edit,
  type Finding,
  type GridLine,
  type Model,
  type Node,
  type Vector,
} from '../model';
import { refuse, type Plan } from './plan';

const axisIndex = (axis: GridLine['axis']): 0 | 1 => (axis === 'x' ? 0 : 1);

/** Nodes that stand on a grid line, between its ends where it has any. */
export function nodesOnLine(model: Model, line: Pick<GridLine, 'axis' | 'position' | 'from' | 'to'>): Node[] {
  const i = axisIndex(line.axis);
  return inOrder(model.nodes).filter(
    ({ position }) =>
      Math.abs(position[i] - line.position) < onLevel &&
      position[1 - i] > (line.from ?? -Infinity) - onLevel &&
      position[1 - i] < (line.to ?? Infinity) + onLevel,
  );
}

const shifted = (position: Vector, i: number, by: number) =>
  position.map((part, k) => (k === i ? Math.round((part + by) * 1e9) / 1e9 : part));

/** Moves a grid line to a position (m), and with `along` the nodes that stand on it by as much; members that hang on them are stretched. */
export function moveGridLinePlan(model: Model, id: string, position: number, along: boolean): Plan {
  const line = model.gridLines[id];
  const by = position - line.position;
  const { units } = model.settings;
  if (Math.abs(by) < 1e-9) return refuse(`Grid line ${line.label} stands there already.`);
  const i = axisIndex(line.axis);
  const nodes = along ? nodesOnLine(model, line) : [];
  const placed = new Map(nodes.map((node) => [node.id, shifted(node.position, i, by) as unknown as Vector]));
  const edits: Edit[] = [{ kind: 'change', table: 'gridLines', changes: [{ id, fields: { position } }] }];
  if (nodes.length > 0)
    edits.push({
      kind: 'change',
      table: 'nodes',
      changes: nodes.map((node) => ({ id: node.id, fields: { position: placed.get(node.id) } })),
    });
  const at = (node: string) => placed.get(node) ?? model.nodes[node].position;
  const preview = Object.values(model.members)
    .filter((member) => placed.has(member.start) || placed.has(member.end))
    .map((member) => [at(member.start), at(member.end)] as const);
  const stays = nodesOnLine(model, line).length - nodes.length;
  return {
    ok: true,
    preview,
    made: [],
    act: {
      edits,
      sentence: `Moved grid line ${line.label} to ${line.axis} = ${formatQuantity(position, 'length', units)}${nodes.length > 0 ? ` with ${count(nodes.length, 'node')}` : ''}`,
    },
    words: `${line.label} moves by ${formatQuantity(by, 'length', units)}${nodes.length > 0 ? ` with ${count(nodes.length, 'node')}` : stays > 0 ? `; ${count(stays, 'node')} that stood on it stay behind` : ''}`,
  };
}

/** Grid lines on which nothing stands while a row of columns beside them stands on no line: most likely the line was moved and the frame was not. */
export function framesBesideLines(model: Model): Finding[] {
  const feet = new Set(
    Object.values(model.members)
      .filter((member) => member.role === 'column')
      .flatMap((member) => [member.start, member.end]),
  );
  return (['x', 'y'] as const).flatMap((axis): Finding[] => {
    const i = axisIndex(axis);
    const lines = gridLinesAlong(model, axis);
    const rows = new Map<number, Node[]>();
    for (const node of inOrder(model.nodes)) {
      if (!feet.has(node.id) || lines.some((line) => Math.abs(line.position - node.position[i]) < onLevel)) continue;
      const at = Math.round(node.position[i] / onLevel);
      rows.set(at, [...(rows.get(at) ?? []), node]);
    }
    return lines.flatMap((line, k): Finding[] => {
      if (nodesOnLine(model, line).length > 0) return [];
      // a row beside an empty line, nearer to it than to the lines next to it
      const reach = Math.min(
        ...[lines[k - 1], lines[k + 1]].flatMap((next) => (next ? [Math.abs(next.position - line.position) / 2] : [])),
        Infinity,
      );
      const [row] = [...rows.values()]
        .filter((nodes) => nodes.length >= 2 && Math.abs(nodes[0].position[i] - line.position) < reach)
        .sort((a, b) => Math.abs(a[0].position[i] - line.position) - Math.abs(b[0].position[i] - line.position));
      if (!row || (lines.length === 1 && reach === Infinity)) return [];
      const from = row[0].position[i];
      const all = nodesOnLine(model, { ...line, position: from });
      const ids = all.map((node) => node.id);
      return [
        {
          key: `beside ${line.id}`,
          rule: 'frame-beside-grid',
          severity: 'remark',
          sentence: `Nothing stands on grid line ${line.label}; ${count(all.length, 'node')} stand ${formatQuantity(Math.abs(line.position - from), 'length', model.settings.units)} beside it, at ${axis} = ${formatQuantity(from, 'length', model.settings.units)}.`,
          why: 'The line was most likely moved without the frame. Move the frame too, or the line back.',
          place: { nodes: ids },
          mend: {
            label: `Move the ${count(all.length, 'node')} onto ${line.label}`,
            act: {
              edits: [
                {
                  kind: 'change',
                  table: 'nodes',
                  changes: all.map((node) => ({
                    id: node.id,
                    fields: { position: shifted(node.position, i, line.position - node.position[i]) },
                  })),
                },
              ],
              sentence: `Moved ${count(all.length, 'node')} onto grid line ${line.label}`,
            },
          },
          others: [
            {
              label: `Move ${line.label} back to them`,
              act: {
                edits: [{ kind: 'change', table: 'gridLines', changes: [{ id: line.id, fields: { position: from } }] }],
                sentence: `Moved grid line ${line.label} to its frame`,
              },
            },
          ],
        },
      ];
    });
  });
}
