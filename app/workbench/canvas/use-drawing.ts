import { useCallback, useEffect, useMemo, useState } from 'react';
import { drawMember, gridPlane, storeyPlane } from '~core/build';
import { planeThrough, storeysUpward, type Model, type Plane, type Vector } from '~core/model';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import type { NewMembers, ViewPlane } from '../../state/view-slice';
import { fillPoint } from '../tools/open-tool';
import { withMaterials } from '../tools/tool';
import { rayAt, type Frame, type Projector, type toThree } from '../projection/eye';
import type { Scope } from '~core/picture';
import { onPlane, snapPoints, snapsAt, type Snap } from '../picture/snap';
import { parsePoint } from '../picture/typed-point';

/** The plane free points lie in: the one looked at, else the chosen storey or working plane, else the lowest storey. */
export function planeToDrawIn(model: Model, view: ViewPlane, workPlane: string): Plane | undefined {
  if (view.kind === 'plan') return storeyPlane(model.storeys[view.storey]);
  if (view.kind === 'elevation') return gridPlane(model.gridLines[view.gridLine]);
  const named = model.planes[view.kind === 'plane' ? view.plane : workPlane];
  if (named) return planeThrough(named.points);
  const storey = model.storeys[workPlane] ?? storeysUpward(model)[0];
  return storeyPlane(storey ?? { elevation: 0 });
}

/** Section and material by name that drawn members get. */
export function propertiesForNew(
  model: Model,
  { mode, section, material }: NewMembers,
): { section: string; material: string } | undefined {
  if (mode === 'chosen' && section !== '' && material !== '') return { section, material };
  const newest = Object.values(model.members).at(-1);
  const own = {
    section: newest?.section ?? Object.keys(model.sections)[0],
    material: newest?.material ?? Object.keys(model.materials)[0],
  };
  return own.section && own.material
    ? { section: model.sections[own.section].name, material: model.materials[own.material].name }
    : undefined;
}

/** Picking points in the drawing: for a member, a measure, or a field of an open tool. */
export function useDrawing(scope: Scope, projector: Projector, camera: ReturnType<typeof toThree>, frame: Frame) {
  const api = useWorkbenchApi();
  const model = useWorkbench((state) => state.model);
  const view = useWorkbench((state) => state.plane);
  const tool = useWorkbench((state) => state.tool);
  const enabled = useWorkbench((state) => state.snaps);
  const steps = useWorkbench((state) => state.steps);
  const orthogonal = useWorkbench((state) => state.orthogonal);
  const workPlane = useWorkbench((state) => state.workPlane);
  const armed = useWorkbench((state) => state.openTool?.armed ?? null);
  const look = useWorkbench((state) => state.look);
  const takeTool = useWorkbench((state) => state.takeTool);
  const [from, setFrom] = useState<Vector>();
  const [snaps, setSnaps] = useState<readonly Snap[]>([]);
  const [chosen, setChosen] = useState(0);
  const [toward, setToward] = useState<Vector>();
  const [typed, setTyped] = useState<string>();
  const [measured, setMeasured] = useState<readonly Vector[]>([]);
  const [stretching, setStretching] = useState<readonly string[]>();

  const picking = tool === 'draw' || tool === 'measure' || armed !== null;
  const active = picking || stretching !== undefined;
  // what is dragged cannot be snapped to: it goes along
  const still = useMemo(() => {
    if (!stretching) return { members: scope.members, nodes: scope.nodes };
    const going = new Set(stretching);
    return {
      members: scope.members.filter((member) => !going.has(member.start) && !going.has(member.end)),
      nodes: [...scope.nodes].filter((id) => !going.has(id)),
    };
  }, [stretching, scope]);
  const plane = useMemo(() => planeToDrawIn(model, view, workPlane), [model, view, workPlane]);
  const points = useMemo(
    () => (active ? snapPoints(model, view, still.members, still.nodes, enabled) : []),
    [active, model, view, still, enabled],
  );
  const snap = snaps[chosen % Math.max(1, snaps.length)] as Snap | undefined;

  useEffect(() => {
    setFrom(undefined);
    setSnaps([]);
    setTyped(undefined);
    setMeasured([]);
  }, [tool]);
  useEffect(() => {
    if (!active) setSnaps([]);
  }, [active]);

  const at = (x: number, y: number): Snap[] =>
    snapsAt(
      points,
      {
        projector,
        model,
        members: still.members,
        enabled,
        from,
        plane,
        ray: rayAt(camera, frame, x, y),
        steps,
        orthogonal,
      },
      x,
      y,
    );
  const move = (x: number, y: number): void => {
    const found = at(x, y);
    setSnaps(found);
    setChosen(0);
    setToward(found[0]?.position ?? onPlane(plane, rayAt(camera, frame, x, y)));
  };

  /** Takes a point for whatever is being drawn. */
  const place = useCallback(
    (point: Vector): void => {
      setTyped(undefined);
      if (fillPoint(api, point)) return;
      const state = api.getState();
      if (state.tool === 'measure') {
        setMeasured((before) => (before.length >= 3 ? [point] : [...before, point]));
        return;
      }
      if (!from) {
        setFrom(point);
        return;
      }
      const names = propertiesForNew(state.model, state.newMembers);
      if (!names) {
        // nothing to take after: the member is drawn, and findings ask for what it lacks
        const bare = drawMember(state.model, from, point, { section: null, material: null }, state.newMembers.join);
        if (!bare.ok) state.notify(bare.error, 'error');
        else if (state.commit(bare.act)) {
          state.select({ members: bare.made });
          setFrom(point);
        }
        return;
      }
      const drawn = withMaterials(
        state.model,
        { sections: [names.section], material: names.material },
        (ready, [section], material) => {
          const made = drawMember(ready, from, point, { section, material }, state.newMembers.join);
          return made.ok ? { ok: true, act: made.act, words: '', preview: [], made: made.made } : made;
        },
      );
      if (!drawn.ok) state.notify(drawn.error, 'error');
      else if (state.commit(drawn.act)) {
        state.select({ members: [...drawn.made] });
        setFrom(point);
      }
    },
    [api, from],
  );

  const click = (x: number, y: number): void => {
    const found = at(x, y);
    const target = found[snaps.length === found.length ? chosen % Math.max(1, found.length) : 0] as Snap | undefined;
    if (target) place(target.position);
    else
      api
        .getState()
        .notify(
          'There is nothing to snap to here. Move to a node, a member or a grid crossing, switch the drawing grid on, or type coordinates.',
        );
  };

  const enterTyped = (text: string): string | undefined => {
    const read = parsePoint(text, model, plane, from, snap?.position ?? toward);
    if (!read.ok) return read.error;
    place(read.value);
    return undefined;
  };

  /** One step back. @returns whether there was one to take */
  const back = (): boolean => {
    if (typed !== undefined) setTyped(undefined);
    else if (from) setFrom(undefined);
    else if (measured.length > 0) setMeasured((before) => before.slice(0, -1));
    else if (armed !== null) look({ openTool: { ...api.getState().openTool!, armed: null } });
    else if (tool !== 'select') takeTool('select');
    else return false;
    return true;
  };

  return {
    picking,
    plane,
    snap,
    from,
    measured,
    typed,
    setTyped,
    move,
    click,
    back,
    enterTyped,
    nextSnap: () => setChosen((before) => before + 1),
    clear: () => setSnaps([]),
    end: () => setFrom(undefined),
    stretching,
    setStretching,
  };
}
