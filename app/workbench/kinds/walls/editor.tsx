import { dividingShare, isMeshed, wallParts, type Wall } from '~core/model';
import { count, formatNumber } from '~core/units';
import { useWorkbench } from '../../../state/store';
import { commonValue } from '../../fields/common-value';
import { QuantityField } from '../../fields/quantity-field';
import { PanelEditor } from '../panel-editor';
import { WallBarsEditor } from './wall-bars-editor';

/** Properties of the selected walls. */
export const WallEditor = ({ ids }: { readonly ids: readonly string[] }) => (
  <>
    <PanelEditor table="walls" ids={ids} />
    <Division ids={ids} />
    <Bars ids={ids} />
  </>
);

/** Bars of those walls that are analysed. */
function Bars({ ids }: { readonly ids: readonly string[] }) {
  const model = useWorkbench((state) => state.model);
  const walls = ids.flatMap((id): Wall[] => {
    const wall = id in model.walls ? model.walls[id] : undefined;
    const isConcrete = wall?.material != null && model.materials[wall.material].kind === 'concrete';
    return wall && isMeshed(wall) && isConcrete ? [wall] : [];
  });
  return walls.length > 0 ? <WallBarsEditor walls={walls} /> : null;
}

/** From which height on openings divide walls, and what they come to. */
function Division({ ids }: { readonly ids: readonly string[] }) {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const walls = ids.flatMap((id): Wall[] => (id in model.walls && isMeshed(model.walls[id]) ? [model.walls[id]] : []));
  if (!walls.some(({ openings = [] }) => openings.length > 0)) return null;
  const { piers, beams, passedOver } = wallParts(model);
  const own = (part: { readonly wall: Wall }) => ids.includes(part.wall.id);
  const change = (dividedFrom: number | null) =>
    commit({
      edits: [{ kind: 'change', table: 'walls', changes: walls.map(({ id }) => ({ id, fields: { dividedFrom } })) }],
    });
  const passed = ids.reduce((sum, id) => sum + (passedOver.get(id) ?? 0), 0);
  const value = commonValue(walls, (wall) => wall.dividedFrom);
  return (
    <div className="block">
      <h3>Piers and coupling beams</h3>
      <div className="fields">
        <QuantityField
          label="Openings divide from"
          kind="length"
          units={model.settings.units}
          value={value}
          refuse={(height) => (height >= 0 && height <= 1000 ? undefined : 'A height is between 0 and 1,000 m.')}
          onCommit={change}
          onClear={() => change(null)}
        />
      </div>
      <p className="secondary" style={{ marginTop: 6 }}>
        {count(piers.filter(own).length, 'pier')} and {count(beams.filter(own).length, 'coupling beam')}
        {passed > 0 ? `; ${count(passed, 'opening')} too low to divide` : ''}. Left empty, openings divide a wall from{' '}
        {formatNumber(100 * dividingShare, 0)}% of the storey’s height on.
      </p>
    </div>
  );
}
