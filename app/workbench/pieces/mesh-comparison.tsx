import { useMemo } from 'react';
import { mendAct } from '~core/build';
import { panelMesh, type MeshPicture } from '~core/fem';
import { applyAct, inPlane, type Mend, type Model, type Vector } from '~core/model';
import { count, formatQuantity } from '~core/units';
import { useWorkbench } from '../../state/store';
import { colors } from '../../theme/tokens';

/** So much of the mesh about the place is shown, m each way. */
const about = 2;
/** So many mends are drawn beside the mesh as it is. */
const mostMends = 3;

/** The mesh about a place as it is, and as each mend would leave it. @param nodes that mark the place */
export function MeshComparison({
  panel,
  nodes,
  mends,
}: {
  readonly panel: string;
  readonly nodes: readonly string[];
  readonly mends: readonly Mend[];
}) {
  const model = useWorkbench((state) => state.model);
  const pictures = useMemo(() => {
    const now = { label: 'As it is', mesh: panelMesh(model, panel) };
    const mended = mends.slice(0, mostMends).map((mend) => {
      const act = mendAct(model, mend);
      const after = act && applyAct(model, act);
      return { label: mend.label, mesh: after?.ok ? panelMesh(after.model, panel) : undefined };
    });
    return [now, ...mended];
  }, [model, panel, mends]);
  const place = placeOf(model, nodes);
  return (
    <div className="mesh-comparison" role="group" aria-label="Meshes side by side">
      {pictures.map(({ label, mesh }) => (
        <figure key={label}>
          {mesh && place ? (
            <MeshDrawing mesh={mesh} place={place} label={label} />
          ) : (
            <p className="secondary">No mesh can be made.</p>
          )}
          <figcaption>
            <span className="strong">{label}</span>
            {mesh && (
              <span className="caption">
                {' '}
                {count(mesh.elements, 'element')}, smallest angle{' '}
                {formatQuantity(mesh.least, 'angle', model.settings.units, 0)}
              </span>
            )}
          </figcaption>
        </figure>
      ))}
    </div>
  );
}

function placeOf(model: Model, nodes: readonly string[]): Vector | undefined {
  const places = nodes.flatMap((id) => (id in model.nodes ? [model.nodes[id].position] : []));
  return places.length === 0
    ? undefined
    : ([0, 1, 2].map((k) => places.reduce((sum, at) => sum + at[k], 0) / places.length) as unknown as Vector);
}

function MeshDrawing({ mesh, place, label }: { mesh: MeshPicture; place: Vector; label: string }) {
  const { xs, ys, start, corners, plane } = mesh;
  const [x, y] = inPlane(plane, place);
  const paths: string[] = [];
  for (let e = 0; e + 1 < start.length; e++) {
    const nodes = corners.subarray(start[e], start[e + 1]);
    if (!nodes.some((node) => Math.abs(xs[node] - x) < about && Math.abs(ys[node] - y) < about)) continue;
    paths.push(
      Array.from(nodes, (node, i) => `${i === 0 ? 'M' : 'L'}${xs[node].toFixed(3)} ${(-ys[node]).toFixed(3)}`).join(
        '',
      ) + 'Z',
    );
  }
  return (
    <svg
      viewBox={`${x - about} ${-y - about} ${2 * about} ${2 * about}`}
      width="100%"
      role="img"
      aria-label={`Mesh: ${label}`}
    >
      <path d={paths.join('')} fill="#ffffff" stroke={colors.ink} strokeWidth={1} vectorEffect="non-scaling-stroke" />
      <circle
        cx={x}
        cy={-y}
        r={0.12 * about}
        fill="none"
        stroke={colors.brand}
        strokeWidth={1.5}
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}
