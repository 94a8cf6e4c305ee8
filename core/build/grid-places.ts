import { count, formatQuantity } from '../units';
import { gridLinesAlong, storeysUpward, type GridLine, type Model, type Support } from '../model';
import { Draft, type MemberFields } from './draft';
import { letters, running } from './frame-builder';
import { lengthRange, refuse, type Plan } from './plan';
import { RecordCollector } from './records';

/** A window in plan, m; what is left out is open. */
export interface PlanWindow {
  readonly x?: readonly [number, number];
  readonly y?: readonly [number, number];
}

const tolerance = 1e-3;
const within = (value: number, range: readonly [number, number] | undefined) =>
  !range || (value > Math.min(...range) - tolerance && value < Math.max(...range) + tolerance);
/** Whether a grid line reaches a place along it. */
const reaches = (line: GridLine, at: number) =>
  at > (line.from ?? -Infinity) - tolerance && at < (line.to ?? Infinity) + tolerance;

/**
 * Columns at every crossing of grid lines in a window, from one storey to another, one piece a storey between them.
 * @param foot support of the lowest nodes, if they shall have one
 */
export function columnsPlan(
  model: Model,
  window: PlanWindow,
  fromStorey: string,
  toStorey: string,
  fields: MemberFields,
  foot: Support | undefined,
): Plan {
  const levels = storeysUpward(model).map((storey) => storey.elevation);
  const [low, high] = [model.storeys[fromStorey].elevation, model.storeys[toStorey].elevation].sort((a, b) => a - b);
  const between = levels.filter((level) => level > low - tolerance && level < high + tolerance);
  if (between.length < 2) return refuse('Columns need two different storeys, one at their foot and one at their head.');
  const draft = new Draft(model);
  let crossings = 0;
  for (const x of gridLinesAlong(model, 'x')) {
    for (const y of gridLinesAlong(model, 'y')) {
      if (
        !within(x.position, window.x) ||
        !within(y.position, window.y) ||
        !reaches(x, y.position) ||
        !reaches(y, x.position)
      )
        continue;
      crossings++;
      between.forEach((level, i) => {
        draft.node([x.position, y.position, level], i === 0 ? foot : undefined);
        if (i > 0)
          draft.member([x.position, y.position, between[i - 1]], [x.position, y.position, level], {
            ...fields,
            role: 'column',
          });
      });
    }
  }
  if (crossings === 0)
    return refuse('No grid lines cross in that window. Set out grid lines first, or take a larger window.');
  return finished(model, draft, 'column', `at ${count(crossings, 'crossing')}`);
}

/** Beams along every grid line in a window on a storey, from crossing to crossing. */
export function beamsPlan(
  model: Model,
  window: PlanWindow,
  storeys: readonly string[],
  axes: readonly ('x' | 'y')[],
  fields: MemberFields,
): Plan {
  const draft = new Draft(model);
  let lines = 0;
  for (const id of storeys) {
    const z = model.storeys[id].elevation;
    for (const axis of axes) {
      const others = gridLinesAlong(model, axis === 'x' ? 'y' : 'x').filter((other) =>
        within(other.position, axis === 'x' ? window.y : window.x),
      );
      for (const line of gridLinesAlong(model, axis).filter((one) =>
        within(one.position, axis === 'x' ? window.x : window.y),
      )) {
        const stops = others
          .filter((other) => reaches(line, other.position) && reaches(other, line.position))
          .map((other) => other.position);
        if (stops.length > 1) lines++;
        const at = (along: number): [number, number, number] =>
          axis === 'x' ? [line.position, along, z] : [along, line.position, z];
        for (let i = 0; i + 1 < stops.length; i++)
          draft.member(at(stops[i]), at(stops[i + 1]), { ...fields, role: 'beam' });
      }
    }
  }
  if (lines === 0) return refuse('No grid line in that window is crossed by two others.');
  return finished(model, draft, 'beam', `along ${count(lines, 'grid line')}`);
}

/** Ends a generator's draft with "24 columns, 3.6 m to 4.2 m, at 12 crossings". */
export function finished(model: Model, draft: Draft, noun: string, where: string): Plan {
  const { act, made, lines } = draft.finish((members) => `Placed ${count(members.length, noun)} ${where}`);
  if (!act || made.length === 0) return refuse(`Every ${noun} is there already.`);
  const lengths = lines.map(([a, b]) => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]));
  const words = `${count(made.length, noun)}, ${lengthRange(lengths, (value) => formatQuantity(value, 'length', model.settings.units, 2))}, ${where}`;
  return { ok: true, act, words, preview: lines, made: made.map((member) => member.id) };
}

/**
 * Grid lines one after another at spacings (m).
 * @param first label of the first: a number or letters, counted on from there; labels that are taken are passed over
 * @param ends  where the lines begin and end along the other coordinate, m
 */
export function gridLinesPlan(
  model: Model,
  axis: 'x' | 'y',
  from: number,
  spacings: readonly number[],
  first: string,
  ends: { from?: number; to?: number } = {},
): Plan {
  const present = Object.values(model.gridLines);
  const taken = new Set(present.map((line) => line.label));
  const collector = new RecordCollector(model);
  const numbered = /^\d+$/.test(first);
  let index = numbered ? Number(first) : lettersIndex(first);
  if (Number.isNaN(index)) return refuse(`“${first}” is neither a number nor letters to count on from. Type 1 or A.`);
  const made: GridLine[] = [];
  for (const position of running(spacings, from)) {
    if (present.some((line) => line.axis === axis && Math.abs(line.position - position) < tolerance)) continue;
    let label: string;
    do label = numbered ? String(index) : letters(index);
    while (index++ >= 0 && taken.has(label));
    made.push({
      id: collector.nextId('gridLines'),
      label,
      axis,
      position,
      ...(ends.from === undefined ? {} : { from: ends.from }),
      ...(ends.to === undefined ? {} : { to: ends.to }),
    });
  }
  if (made.length === 0) return refuse('Grid lines stand at all these places already.');
  return {
    ok: true,
    act: {
      edits: [{ kind: 'add', records: { gridLines: made } }],
      sentence: `Set out grid ${made.length === 1 ? `line ${made[0].label}` : `lines ${made[0].label} to ${made[made.length - 1].label}`}`,
    },
    words: `${count(made.length, 'grid line')}: ${made.map((line) => line.label).join(', ')}`,
    preview: [],
    made: [],
  };
}

/** A → 0, Z → 25, AA → 26; NaN for anything else. */
function lettersIndex(text: string): number {
  if (!/^[A-Za-z]+$/.test(text)) return NaN;
  return [...text.toUpperCase()].reduce((sum, letter) => sum * 26 + letter.charCodeAt(0) - 64, 0) - 1;
}

/** Storeys above the highest one at heights (m), or from a level when there is none. */
export function storeysPlan(model: Model, heights: readonly number[], from: number): Plan {
  const upward = storeysUpward(model);
  const collector = new RecordCollector(model);
  const base = upward.at(-1)?.elevation ?? from;
  const levels = running(heights, base).slice(upward.length > 0 ? 1 : 0);
  const taken = new Set(upward.map((storey) => storey.label));
  let number = upward.length > 0 ? upward.length : 0;
  const made = levels.map((elevation) => {
    let label: string;
    do label = number === 0 ? 'Ground' : `Storey ${number}`;
    while (number++ >= 0 && taken.has(label));
    return { id: collector.nextId('storeys'), label, elevation };
  });
  if (made.length === 0) return refuse('Type one or more storey heights, for example 4.2, 3.6, 3.6.');
  return {
    ok: true,
    act: { edits: [{ kind: 'add', records: { storeys: made } }], sentence: `Added ${count(made.length, 'storey')}` },
    words: made
      .map((storey) => `${storey.label} at ${formatQuantity(storey.elevation, 'length', model.settings.units, 2)}`)
      .join(', '),
    preview: [],
    made: [],
  };
}
