import { edgesOf, type Model } from '../model';
import { isInside, type Point2 } from '../plane';
import { count, formatQuantity } from '../units';
import { inSpace, Outlining, panelName, type ChosenPanel } from './outlines';
import { refuse, type Plan } from './plan';
import { flatOf, nothingChosen, placeProblem } from './flat-panels';

/** Openings of a panel that lie nearer than a gap made one: the smallest convex outline about both. @param gap m */
export function mergeOpeningsPlan(model: Model, chosen: readonly ChosenPanel[], gap: number): Plan {
  if (chosen.length === 0) return nothingChosen();
  if (!(gap >= 0)) return refuse('The gap must not be negative.');
  const outlining = new Outlining(model);
  let merged = 0;
  for (const one of chosen) {
    const flat = flatOf(model, one);
    if (!flat) continue;
    const openings = flat.openings.map((ring): readonly Point2[] => ring);
    let here = 0;
    for (let again = true; again;) {
      again = false;
      for (let i = 0; i < openings.length && !again; i++)
        for (let k = i + 1; k < openings.length && !again; k++) {
          if (gapBetween(openings[i], openings[k]) > gap) continue;
          openings.splice(i, 1, hullOf([...openings[i], ...openings[k]]));
          openings.splice(k, 1);
          here++;
          again = true;
        }
    }
    if (here === 0) continue;
    const wrong = placeProblem({ ...flat, openings }, -1, []);
    if (wrong) return refuse(`${panelName(one, model)}: ${wrong}`);
    outlining.reshape(
      one,
      inSpace(model, flat.panel, flat.plane, flat.outline),
      openings.map((ring) => inSpace(model, flat.panel, flat.plane, ring)),
    );
    merged += here;
  }
  if (merged === 0)
    return refuse(
      `No two openings of the selected slabs and walls are nearer than ${formatQuantity(gap, 'length', model.settings.units, 2)}.`,
    );
  const words = merged === 1 ? 'two openings made one' : `${count(merged, 'opening')} fewer`;
  return outlining.finish(`Merged openings: ${words}`, words);
}

/** The least distance between the edges of two rings, m; 0 where they cross. */
function gapBetween(one: readonly Point2[], other: readonly Point2[]): number {
  if (one.some((point) => isInside(other, point)) || other.some((point) => isInside(one, point))) return 0;
  const away = (point: Point2, ring: readonly Point2[]) =>
    Math.min(
      ...edgesOf(ring).map(([a, b]) => {
        const [du, dv] = [b[0] - a[0], b[1] - a[1]];
        const t = ((point[0] - a[0]) * du + (point[1] - a[1]) * dv) / (du * du + dv * dv || 1);
        const s = Math.max(0, Math.min(1, t));
        return Math.hypot(point[0] - a[0] - s * du, point[1] - a[1] - s * dv);
      }),
    );
  return Math.min(...one.map((point) => away(point, other)), ...other.map((point) => away(point, one)));
}

/** The smallest convex outline about points, counter-clockwise (Andrew 1979). */
function hullOf(points: readonly Point2[]): Point2[] {
  const sorted = [...points].sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  const half = (row: readonly Point2[]) => {
    const kept: Point2[] = [];
    for (const point of row) {
      while (kept.length > 1) {
        const [a, b] = kept.slice(-2);
        if ((b[0] - a[0]) * (point[1] - a[1]) - (b[1] - a[1]) * (point[0] - a[0]) > 1e-9) break;
        kept.pop();
      }
      kept.push(point);
    }
    return kept.slice(0, -1);
  };
  return [...half(sorted), ...half([...sorted].reverse())];
}
