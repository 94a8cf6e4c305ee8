import { onLevel, type Model } from '~core/model';
import { formatValue } from '~core/units';

/** Where a member is: the storey it rises to or lies on, and the grid lines it is on. */
export function placeWords(model: Model, id: string): string {
  const member = model.members[id];
  const [a, b] = [model.nodes[member.start].position, model.nodes[member.end].position];
  const top = Math.max(a[2], b[2]);
  const storey = Object.values(model.storeys).find((one) => Math.abs(one.elevation - top) < onLevel);
  const on = (axis: 'x' | 'y', at: number) =>
    Object.values(model.gridLines).find((line) => line.axis === axis && Math.abs(line.position - at) < onLevel)?.label;
  const [ax, ay, bx, by] = [on('x', a[0]), on('y', a[1]), on('x', b[0]), on('y', b[1])];
  const range = (from: string | undefined, to: string | undefined) =>
    from === to ? (from ?? '') : `${from ?? '…'}–${to ?? '…'}`;
  const grid =
    ax === bx && ay === by
      ? `${ay ?? ''}${ax ?? ''}`
      : ay === by
        ? `${ay ?? '…'}/${range(ax, bx)}`
        : `${range(ax, bx)}/${range(ay, by)}`;
  const height = storey?.label ?? `+${formatValue(top, 'length', model.settings.units, 2)}`;
  return grid === '' || grid === '…–…/…–…' ? height : `${height}, ${grid}`;
}
