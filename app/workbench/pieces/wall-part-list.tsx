import { wallParts, type CouplingBeam, type Pier } from '~core/model';
import { useWorkbench } from '../../state/store';

/** The piers and coupling beams of a wall, storey by storey from above, each leading to its page. */
export function WallPartList({ wall }: { readonly wall: string }) {
  const model = useWorkbench((state) => state.model);
  const openPage = useWorkbench((state) => state.openPage);
  const { piers, beams } = wallParts(model);
  const own = [...piers, ...beams].filter((part) => part.wall.id === wall);
  if (own.length === 0) return null;
  const storeys = [...new Set(own.map(({ storey }) => storey))].sort(
    (a, b) => (b?.elevation ?? Infinity) - (a?.elevation ?? Infinity),
  );
  const button = (part: Pier | CouplingBeam) => (
    <button key={part.key} type="button" className="choice" onClick={() => openPage({ kind: 'part', part: part.key })}>
      {part.name}
    </button>
  );
  return (
    <div className="block">
      <h3>Piers and coupling beams</h3>
      {storeys.map((storey) => (
        <div
          key={storey?.id ?? ''}
          className="choices"
          role="group"
          aria-label={`Parts in ${storey?.label ?? 'no storey'}`}
        >
          <span className="caption">{storey?.label ?? 'over the highest storey'}</span>
          {own.filter((part) => part.storey === storey).map(button)}
        </div>
      ))}
    </div>
  );
}
