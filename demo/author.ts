import type { Plan } from '~core/build';
import {
  applyAct,
  distance,
  emptyModel,
  idSource,
  type Act,
  type LoadCase,
  type LoadDirection,
  type LoadRegion,
  type LoadSpread,
  type Model,
  type Nature,
  type Settings,
  type Vector,
} from '~core/model';
import { count, formatQuantity } from '~core/units';

/** A load case without the weight of what is drawn. */
export const caseRecord = (
  id: string,
  label: string,
  name: string,
  nature: Nature,
  direction?: LoadDirection,
): LoadCase => ({ id, label, name, nature, selfWeight: false, ...(direction ? { direction } : {}) });

/** Builds a model through the same edits a user's acts consist of, keeping each act for the project's history. */
export class Author {
  model: Model;
  readonly acts: Act[] = [];

  constructor(settings: Pick<Settings, 'name' | 'units' | 'code'>) {
    this.model = emptyModel(settings);
  }

  do(act: Act): void {
    const applied = applyAct(this.model, act);
    if (!applied.ok) throw new Error(applied.error);
    this.model = applied.model;
    this.acts.push(act);
  }

  /** Carries out what a generator or an edit planned. */
  plan(plan: Plan): void {
    if (!plan.ok) throw new Error(plan.error);
    this.do(plan.act);
  }

  addCase(label: string, name: string, nature: Nature, selfWeight = false, category?: LoadCase['category']): string {
    const id = idSource(this.model)('cases');
    this.do({
      edits: [
        {
          kind: 'add',
          records: { cases: [{ id, label, name, nature, selfWeight, ...(category ? { category } : {}) }] },
        },
      ],
      sentence: `Added case ${label}, ${name.toLowerCase()}`,
    });
    return id;
  }

  /** A downward load on a flat area, Pa; corners that are nodes make the area go with them. */
  addArea(
    caseId: string,
    label: string,
    corners: readonly Vector[],
    value: number,
    spread: LoadSpread,
    openings: readonly (readonly Vector[])[] = [],
  ): void {
    const point = (place: Vector): [number, number, number] => [place[0], place[1], place[2]];
    const nodeAt = (place: Vector) =>
      Object.values(this.model.nodes).find((node) => distance(node.position, place) < 1e-3)?.id;
    const ids = corners.map(nodeAt);
    const region: LoadRegion =
      ids.every((id): id is string => id !== undefined) && openings.length === 0
        ? { kind: 'nodes', corners: ids }
        : {
            kind: 'polygon',
            points: corners.map(point),
            ...(openings.length > 0 ? { openings: openings.map((opening) => opening.map(point)) } : {}),
          };
    const load = {
      id: idSource(this.model)('loads'),
      case: caseId,
      type: 'area' as const,
      label,
      region,
      pressure: { type: 'uniform' as const, value },
      direction: 'z' as const,
      spread,
    };
    this.do({
      edits: [{ kind: 'add', records: { loads: [load] } }],
      sentence: `Put ${formatQuantity(value, 'pressure', this.model.settings.units)} on ${label} in case ${this.model.cases[caseId].label}`,
    });
  }

  /** An even load all over a slab that is analysed, Pa. */
  addOnSlab(caseId: string, label: string, slab: string, value: number): void {
    const load = {
      id: idSource(this.model)('loads'),
      case: caseId,
      type: 'area' as const,
      label,
      region: { kind: 'panels' as const, slabs: [slab], walls: [] },
      pressure: { type: 'uniform' as const, value },
      direction: 'z' as const,
      spread: { way: 'two' as const },
    };
    this.do({
      edits: [{ kind: 'add', records: { loads: [load] } }],
      sentence: `Put ${formatQuantity(value, 'pressure', this.model.settings.units)} on ${this.model.slabs[slab].label ?? slab} in case ${this.model.cases[caseId].label}`,
    });
  }

  /** A downward load along a line, N/m. */
  addLine(caseId: string, label: string, start: Vector, end: Vector, value: number): void {
    const load = {
      id: idSource(this.model)('loads'),
      case: caseId,
      type: 'line' as const,
      label,
      start: [start[0], start[1], start[2]] as [number, number, number],
      end: [end[0], end[1], end[2]] as [number, number, number],
      direction: 'z' as const,
      valueFrom: value,
      valueTo: value,
    };
    this.do({
      edits: [{ kind: 'add', records: { loads: [load] } }],
      sentence: `Put ${formatQuantity(value, 'lineLoad', this.model.settings.units)} along a ${label.toLowerCase()} in case ${this.model.cases[caseId].label}`,
    });
  }

  /** A uniform load over the whole of each member, N/m, global. */
  addUniform(caseId: string, members: string | readonly string[], direction: 'x' | 'y' | 'z', value: number): void {
    const next = idSource(this.model);
    const loads = [members].flat().map((member) => ({
      id: next('loads'),
      case: caseId,
      type: 'uniform' as const,
      member,
      axes: 'global' as const,
      direction,
      value,
      from: 0,
      to: null,
    }));
    this.do({
      edits: [{ kind: 'add', records: { loads } }],
      sentence: `Put ${formatQuantity(value, 'lineLoad', this.model.settings.units)} on ${count(loads.length, 'member')} in case ${this.model.cases[caseId].label}`,
    });
  }
}
