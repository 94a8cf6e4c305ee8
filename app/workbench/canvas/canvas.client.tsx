import { useCallback, useEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { drawMember } from '~core/build';
import type { Model } from '~core/model';
import { lineIndex, MemberLine } from '~core/results';
import { formatQuantity } from '~core/units';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { planeKey, type Camera, type ViewPlane } from '../../state/view-slice';
import { shownParts } from '../results-of';
import { compose } from './compose';
import { isForce } from './diagrams';
import { directionOf, fitEye, orbited, panned, Projector, toThree, zoomed, type Frame, type Insets } from './eye';
import { drawOverlay, type Hover, type OverlayInput } from './overlay';
import { shapeOf } from './mode-shapes';
import { pick, pickWindow, type Rectangle } from './pick';
import { GraphicsScene } from './scene';
import { positionsOf, scopeOf } from './scope';
import { extentOf } from './setting-out';
import { snapAt, snapPoints, type Snap } from './snap';

/** Pixels the pointer must travel before a press becomes a drag. */
const dragThreshold = 4;

/** With more supports than this, reactions in space are drawn only when they are asked for. */
const fewSupports = 8;

interface Drag {
  readonly kind: 'window' | 'orbit' | 'pan';
  readonly startX: number;
  readonly startY: number;
  lastX: number;
  lastY: number;
  moved: boolean;
}

/** The canvas: draws the model and its results, and turns pointer and keys into selection, views and drawn members. */
export function Canvas({ insets }: { insets: Insets }) {
  const api = useWorkbenchApi();
  const host = useRef<HTMLDivElement>(null);
  const graphics = useRef<HTMLCanvasElement>(null);
  const overlay = useRef<HTMLCanvasElement>(null);
  const scene = useRef<GraphicsScene | null>(null);
  const drag = useRef<Drag | null>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [failure, setFailure] = useState('');
  const [hover, setHover] = useState<Hover>();
  const [snap, setSnap] = useState<Snap>();
  const [window_, setWindow] = useState<Rectangle & { touching: boolean }>();
  const [drawnFrom, setDrawnFrom] = useState<[number, number, number]>();

  const model = useWorkbench((state) => state.model);
  const plane = useWorkbench((state) => state.plane);
  const cameras = useWorkbench((state) => state.cameras);
  const isolated = useWorkbench((state) => state.isolated);
  const stage = useWorkbench((state) => state.stage);
  const form = useWorkbench((state) => state.form);
  const selection = useWorkbench((state) => state.selection);
  const shown = useWorkbench((state) => state.shown);
  const quantity = useWorkbench((state) => state.quantity);
  const magnify = useWorkbench((state) => state.magnify);
  const solved = useWorkbench((state) => state.solved);
  const checks = useWorkbench((state) => state.checks);
  const findings = useWorkbench((state) => state.findings);
  const drawnShape = useWorkbench((state) => state.shape);
  const analyses = useWorkbench((state) => state.analyses);
  const tool = useWorkbench((state) => state.tool);
  const fitRequest = useWorkbench((state) => state.fitRequest);
  const look = useWorkbench((state) => state.look);

  const { left, right, top, bottom } = insets;
  const frame = useMemo<Frame>(() => ({ width: size.width || 1, height: size.height || 1, insets: { left, right, top, bottom } }), [size, left, right, top, bottom]);
  const scope = useMemo(() => scopeOf(model, plane, isolated), [model, plane, isolated]);
  const supports = useMemo(() => Object.values(model.nodes).filter((node) => node.support).length, [model.nodes]);
  // results belong to the model they were solved for; members that came later have none yet
  const shape = useMemo(() => (drawnShape ? shapeOf(drawnShape, solved, analyses, findings) : undefined), [drawnShape, solved, analyses, findings]);
  const picture = useMemo(
    () => compose({ model, scope, stage, form, selection, shown, quantity, magnify, solved, checks, shape }),
    [model, scope, stage, form, selection, shown, quantity, magnify, solved, checks, shape],
  );

  useEffect(() => look({ scaleText: picture.scaleText }), [picture.scaleText, look]);

  const key = planeKey(plane);
  // storey marks stand left of what they mark, grid bubbles below
  const fitFrame = useMemo<Frame>(() => ({ ...frame, insets: { ...frame.insets, left: frame.insets.left + (plane.kind === 'plan' || isolated ? 0 : 84), bottom: frame.insets.bottom + (plane.kind === '3d' ? 0 : 56) } }), [frame, plane.kind, isolated]);
  const fitted = useCallback((): Camera => {
    const axis = plane.kind === 'elevation' ? model.gridLines[plane.gridLine].axis : undefined;
    return offsetFor(fitEye(pointsToFit(model, plane, scope, isolated !== null), directionOf(plane, axis), fitFrame), fitFrame, frame);
  }, [model, plane, scope, isolated, frame, fitFrame]);
  const eye = useMemo(() => cameras[key] ?? fitted(), [cameras, key, fitted]);
  const setEye = useCallback((camera: Camera) => look({ cameras: { ...api.getState().cameras, [planeKey(api.getState().plane)]: camera } }), [api, look]);

  const lastFit = useRef(fitRequest);
  useEffect(() => {
    if (lastFit.current === fitRequest) return;
    lastFit.current = fitRequest;
    const current = fitted();
    const before = api.getState().cameras[key];
    const direction = before && plane.kind === '3d' ? { azimuth: before.azimuth, elevation: before.elevation, parallel: before.parallel } : current;
    setEye(offsetFor(fitEye(pointsToFit(model, plane, scope, isolated !== null), direction, fitFrame), fitFrame, frame));
  }, [fitRequest, fitted, setEye, api, key, model, plane, scope, isolated, frame, fitFrame]);

  useEffect(() => {
    const element = host.current!;
    const observer = new ResizeObserver(() => setSize({ width: element.clientWidth, height: element.clientHeight }));
    observer.observe(element);
    try {
      scene.current = new GraphicsScene(graphics.current!);
    } catch (error) {
      setFailure(error instanceof Error ? error.message : String(error));
    }
    return () => {
      observer.disconnect();
      scene.current?.dispose();
      scene.current = null;
    };
  }, []);

  const projector = useMemo(() => new Projector(toThree(eye, frame), frame), [eye, frame]);
  useEffect(() => scene.current?.resize(frame.width, frame.height), [frame.width, frame.height]);
  useEffect(() => scene.current?.set(picture.drawing), [picture]);
  useEffect(() => {
    const request = requestAnimationFrame(() => scene.current?.render(toThree(eye, frame)));
    return () => cancelAnimationFrame(request);
  }, [eye, frame, picture]);
  useEffect(() => {
    const request = requestAnimationFrame(() => {
      const canvas = overlay.current!;
      const ratio = Math.min(2, window.devicePixelRatio);
      if (canvas.width !== frame.width * ratio || canvas.height !== frame.height * ratio) {
        canvas.width = frame.width * ratio;
        canvas.height = frame.height * ratio;
      }
      const context = canvas.getContext('2d')!;
      context.setTransform(ratio, 0, 0, ratio, 0, 0);
      const input: OverlayInput = { model, scope, stage, plane, selection, shown, form, showReactions: stage === 'results' && (plane.kind !== '3d' || quantity === 'reactions' || supports <= fewSupports), solved, findings, labels: picture.labels, hover, window: window_, snap, drawnFrom };
      drawOverlay(context, projector, eye, frame, input);
    });
    return () => cancelAnimationFrame(request);
  }, [projector, eye, frame, model, scope, stage, plane, selection, shown, form, quantity, supports, solved, findings, picture, hover, window_, snap, drawnFrom]);

  const snaps = useMemo(() => (tool === 'draw' ? snapPoints(model, plane, scope.members, scope.nodes) : []), [tool, model, plane, scope]);
  useEffect(() => {
    if (tool === 'draw') return;
    setDrawnFrom(undefined);
    setSnap(undefined);
  }, [tool]);

  const at = (event: { clientX: number; clientY: number }) => {
    const bounds = host.current!.getBoundingClientRect();
    return { x: event.clientX - bounds.left, y: event.clientY - bounds.top };
  };

  const onPointerDown = (event: PointerEvent) => {
    const { x, y } = at(event);
    host.current!.setPointerCapture(event.pointerId);
    const turning = event.button === 2 || (event.button === 0 && event.altKey);
    const kind = event.button === 1 || (turning && event.shiftKey) ? 'pan' : turning ? (plane.kind === '3d' ? 'orbit' : 'pan') : 'window';
    drag.current = { kind, startX: x, startY: y, lastX: x, lastY: y, moved: false };
  };

  const onPointerMove = (event: PointerEvent) => {
    const { x, y } = at(event);
    const current = drag.current;
    if (!current) {
      if (tool === 'draw') setSnap(snapAt(projector, snaps, x, y));
      setHover(hoverAt(x, y));
      return;
    }
    if (!current.moved && Math.hypot(x - current.startX, y - current.startY) < dragThreshold) return;
    current.moved = true;
    if (current.kind === 'orbit') setEye(orbited(eye, x - current.lastX, y - current.lastY));
    else if (current.kind === 'pan') setEye(panned(eye, x - current.lastX, y - current.lastY, frame));
    else if (tool === 'select') {
      setWindow({ left: Math.min(x, current.startX), right: Math.max(x, current.startX), top: Math.min(y, current.startY), bottom: Math.max(y, current.startY), touching: x < current.startX });
    }
    [current.lastX, current.lastY] = [x, y];
  };

  const onPointerUp = (event: PointerEvent) => {
    const current = drag.current;
    drag.current = null;
    const { x, y } = at(event);
    if (window_) {
      const found = pickWindow(projector, model, scope.members, scope.nodes, window_, window_.touching);
      // a window is for members; nodes are taken when no member is in it
      const chosen = found.members.length > 0 ? { members: found.members } : { nodes: found.nodes };
      const { selection: before } = api.getState();
      api.getState().select(event.shiftKey ? { members: [...new Set([...before.members, ...(chosen.members ?? [])])], nodes: [...new Set([...before.nodes, ...(chosen.nodes ?? [])])] } : chosen);
      setWindow(undefined);
      return;
    }
    if (!current || current.moved) return;
    if (current.kind === 'orbit' || current.kind === 'pan') {
      if (event.button === 2 && tool === 'draw') setDrawnFrom(undefined);
      return;
    }
    if (tool === 'draw') {
      placePoint(snapAt(projector, snaps, x, y));
      return;
    }
    const hit = pick(projector, model, scope.members, stage === 'checks' ? [] : scope.nodes, x, y);
    const chosen = hit?.kind === 'node' ? { nodes: [hit.id] } : hit ? { members: [hit.id] } : {};
    if (event.shiftKey && hit) api.getState().toggleSelected(chosen);
    else if (!event.shiftKey) {
      api.getState().select(chosen);
      const { panel } = api.getState();
      if (panel && hit?.kind === 'member') look({ panel: panel.kind === 'sheet' ? { kind: 'sheet', member: hit.id, check: null } : { kind: 'member', member: hit.id } });
    }
  };

  const placePoint = (point: Snap | undefined) => {
    if (!point) {
      api.getState().notify('There is nothing to snap to here. Move to a node, the middle of a member or a grid crossing.');
      return;
    }
    if (!drawnFrom) {
      setDrawnFrom(point.position);
      return;
    }
    const { lastProperties } = lastUsed(model);
    const drawn = drawMember(model, drawnFrom, point.position, lastProperties);
    if (!drawn.ok) {
      api.getState().notify(drawn.error, 'error');
      return;
    }
    if (api.getState().commit(drawn.act)) {
      api.getState().select({ members: [drawn.memberId] });
      setDrawnFrom(point.position);
    }
  };

  const hoverAt = (x: number, y: number): Hover | undefined => {
    const hit = tool === 'draw' ? undefined : pick(projector, model, scope.members, stage === 'checks' ? [] : scope.nodes, x, y);
    if (!hit) return tool === 'draw' ? { x, y } : undefined;
    if (hit.kind === 'node') return { node: hit.id, text: hit.id, x, y };
    return { member: hit.id, text: hoverText(hit.id, hit.share), x, y };
  };

  const hoverText = (id: string, share: number): string => {
    if (stage === 'checks') {
      const row = checks.get(id);
      return row?.utilisation == null ? `${id}: not checked` : `${id}  ${row.utilisation.toFixed(2)} ${row.title.toLowerCase()}, ${row.combination}`;
    }
    const number = solved ? solved.solution.memberIds.indexOf(id) : -1;
    if (stage !== 'results' || !solved || number < 0) return id;
    const parts = shownParts(model, solved.solution, shown);
    if (parts.length === 0) return id;
    const { units } = model.settings;
    const x = share * solved.solution.lengths[number];
    const place = `${id} at ${formatQuantity(x, 'length', units, 2)}`;
    if (!isForce(quantity)) {
      if (parts.length > 1 || quantity === 'reactions') return place;
      const [u, v, w] = new MemberLine(solved.solution, parts[0].state, number).at(x).subarray(6);
      return `${place}  moves ${formatQuantity(Math.hypot(u, v, w), 'deflection', units, 1)}`;
    }
    const kind = quantity === 'My' || quantity === 'Mz' || quantity === 'T' ? 'moment' : 'force';
    const values = parts.map((part) => new MemberLine(solved.solution, part.state, number).at(x)[lineIndex[quantity]]);
    const show = (value: number) => formatQuantity(value, kind, units);
    return parts.length === 1 ? `${place}  ${quantity} ${show(values[0])}` : `${place}  ${quantity} ${show(Math.min(...values))} to ${show(Math.max(...values))}`;
  };

  useEffect(() => {
    const element = host.current!;
    const onWheel = (event: WheelEvent) => {
      event.preventDefault();
      const { x, y } = at(event);
      setEye(zoomed(eye, Math.exp(event.deltaY * 0.0012), x - (frame.width + frame.insets.left - frame.insets.right) / 2, y - (frame.height + frame.insets.top - frame.insets.bottom) / 2, frame));
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [eye, frame, setEye]);

  const onKeyDown = (event: KeyboardEvent) => {
    const arrows: Record<string, [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
    const arrow = arrows[event.key];
    if (arrow && !event.ctrlKey && !event.metaKey) {
      const [dx, dy] = arrow;
      setEye(event.shiftKey || plane.kind !== '3d' ? panned(eye, -dx * 40, -dy * 40, frame) : orbited(eye, dx * 24, dy * 24));
    } else if (event.key === '+' || event.key === '=') setEye(zoomed(eye, 0.8, 0, 0, frame));
    else if (event.key === '-') setEye(zoomed(eye, 1.25, 0, 0, frame));
    else if (event.key === 'Tab' || event.key.length > 1) {
      if (event.key !== 'Escape') return;
      if (drawnFrom) setDrawnFrom(undefined);
      else if (tool === 'draw') look({ tool: 'select' });
      else api.getState().select({});
    } else return;
    event.preventDefault();
    event.stopPropagation();
  };

  const empty = Object.keys(model.members).length === 0;
  return (
    <div
      ref={host}
      className="canvas-host graph-paper"
      tabIndex={0}
      role="application"
      aria-label={`Drawing of the structure: ${scope.members.length} members. Arrow keys turn it, Shift and arrow keys move it, plus and minus zoom. Members can be chosen in the ledger below.`}
      style={{ cursor: tool === 'draw' ? 'crosshair' : 'default' }}
      onPointerDown={onPointerDown}
      onPointerMove={onPointerMove}
      onPointerUp={onPointerUp}
      onPointerLeave={() => setHover(undefined)}
      onContextMenu={(event) => event.preventDefault()}
      onKeyDown={onKeyDown}
    >
      <canvas ref={graphics} aria-hidden="true" />
      <canvas ref={overlay} aria-hidden="true" />
      {failure && (
        <div className="card" role="alert" style={{ position: 'absolute', left: 90, top: 60, padding: 14, maxWidth: 420 }}>
          <p className="strong">The drawing cannot be shown.</p>
          <p className="secondary">This browser gives no WebGL ({failure}). Tables, checks and reports work all the same.</p>
        </div>
      )}
      {empty && (
        <div className="card" style={{ position: 'absolute', left: left + 40, top: top + 60, padding: 16, maxWidth: 360 }}>
          <p className="title">Nothing is drawn yet</p>
          <p className="secondary">Build a frame from bays and storeys (B), or set out a grid and draw members between its crossings (D).</p>
        </div>
      )}
    </div>
  );
}

/** An eye fitted to one frame, slid so that it fits the same in another whose margins differ. */
function offsetFor(eye: Camera, fittedTo: Frame, frame: Frame): Camera {
  return panned(eye, (fittedTo.insets.left - frame.insets.left) / 2, (frame.insets.bottom - fittedTo.insets.bottom) / 2, frame);
}

/** What a view must hold: the drawn members, and in space the ground plan with its grid bubbles; or only an isolated set. */
function pointsToFit(model: Model, plane: ViewPlane, scope: ReturnType<typeof scopeOf>, isolated: boolean): Float64Array {
  const members = positionsOf(model, scope.members, isolated ? [] : scope.nodes);
  const extent = extentOf(model);
  if (!extent || (members.length > 0 && (isolated || plane.kind !== '3d'))) return members;
  const { low, high } = extent;
  const ground = [low[0], high[0] + 1].flatMap((x) => [low[1] - 1.5, high[1]].flatMap((y) => [x, y, low[2]]));
  return Float64Array.from([...ground, ...members]);
}

/** Section and material for a drawn member: those of the newest member, else the first there are. */
function lastUsed(model: Model): { lastProperties: { section: string | null; material: string | null } } {
  const newest = Object.values(model.members).at(-1);
  return { lastProperties: { section: newest?.section ?? Object.keys(model.sections)[0] ?? null, material: newest?.material ?? Object.keys(model.materials)[0] ?? null } };
}

