import { useCallback, useEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { bayMiddle, findBays, type Bay, movePlan, translation } from '~core/build';
import { planeThrough, subtract, type Model, type Vector } from '~core/model';
import { joined, type Selection } from '../../state/selection';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { selectWholePlane } from '../commands/commands';
import { planeKey, type Camera, type ViewPlane } from '../../state/view-slice';
import { compose } from '../picture/compose';
import { ContextMenu } from './context-menu';
import { loadWords } from '~core/loading';
import type { LabelBox } from '../projection/labels';
import { loadAt, type LoadZone } from '../picture/load-zones';
import { pictureDoors } from '../picture/picture-doors';
import { resultWords } from '../picture/result-words';
import { useDiagram } from './use-diagram';
import { usePane } from './use-pane';
import {
  directionOf,
  fitEye,
  orbited,
  panned,
  Projector,
  toThree,
  zoomed,
  type Frame,
  type Insets,
} from '../projection/eye';
import { measureWords } from '../picture/frame-marks';
import { drawOverlay, type Hover, type OverlayInput } from '../picture/overlay';
import { shapeOf } from '../picture/mode-shapes';
import { pick, picksAt, pickWindow, type Hit, type Rectangle } from '../picture/pick';
import { insideOutline } from '../projection/outline';
import { marksAt } from '../kinds/marks';
import { recordName } from '../kinds/screen-kinds';
import { GraphicsScene } from '../picture/scene';
import { inPlane, positionsOf, scopeOf } from '../projection/scope';
import { extentOf } from '../picture/setting-out';
import { toggleBay } from '../tools/open-tool';
import { offersBay } from '../tools/tool';
import { TypedPoint } from './typed-point-box';
import { coordinateWords } from '../picture/snap';
import { useDrawing } from './use-drawing';

/** Pixels the pointer must travel before a press becomes a drag. */
const dragThreshold = 4;

/** One swing of an animated movement, ms. */
const swingPeriod = 2200;

/** So many values are written in a view beside others; the rest is under the pointer. */
const labelsInPane = 18;

/** With more supports than this, reactions in space are drawn only when they are asked for. */
const fewSupports = 8;

interface Drag {
  readonly kind: 'window' | 'orbit' | 'pan' | 'stretch' | 'label';
  /** the label that is dragged */
  readonly label?: string;
  /** the node that is dragged */
  readonly node?: string;
  readonly startX: number;
  readonly startY: number;
  lastX: number;
  lastY: number;
  moved: boolean;
}

/** Where a view stands in the stage, as CSS lengths; none: all of it. */
export interface PaneFrame {
  readonly left: number | string;
  readonly top: number | string;
  readonly width: number | string;
  readonly height: number | string;
}

/**
 * A view: draws the model and its results, and turns pointer and keys into selection, views and drawn members.
 * @param number of the view; 0 is the first, the others may show another case, quantity or model (`panes`)
 */
export function Canvas({ insets, number = 0, at: place }: { insets: Insets; number?: number; at?: PaneFrame }) {
  const api = useWorkbenchApi();
  const host = useRef<HTMLDivElement>(null);
  const graphics = useRef<HTMLCanvasElement>(null);
  const overlay = useRef<HTMLCanvasElement>(null);
  const scene = useRef<GraphicsScene | null>(null);
  const drag = useRef<Drag | null>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [failure, setFailure] = useState('');
  const [hover, setHover] = useState<Hover>();
  const [window_, setWindow] = useState<Rectangle & { touching: boolean }>();
  const [menu, setMenu] = useState<{ x: number; y: number }>();
  const labelBoxes = useRef<LabelBox[]>([]);
  const loadZones = useRef<LoadZone[]>([]);
  const lastClick = useRef<{ x: number; y: number; turn: number }>({ x: -99, y: -99, turn: 0 });

  const { model, solved, checks, shown, quantity, plane, less, isHere } = usePane(number);
  const cameras = useWorkbench((state) => state.cameras);
  const isolated = useWorkbench((state) => state.isolated);
  const hidden = useWorkbench((state) => state.hidden);
  const visible = useWorkbench((state) => state.visible);
  const coloring = useWorkbench((state) => state.coloring);
  const labelling = useWorkbench((state) => state.labelling);
  const localAxes = useWorkbench((state) => state.localAxes);
  const loadStyle = useWorkbench((state) => state.loadStyle);
  const preview = useWorkbench((state) => state.preview);
  const openTool = useWorkbench((state) => state.openTool);
  const stage = useWorkbench((state) => state.stage);
  const form = useWorkbench((state) => state.form);
  const selection = useWorkbench((state) => state.selection);
  const drawn = useWorkbench((state) => state.drawn);
  const animated = useWorkbench((state) => state.animated);
  const labelShifts = useWorkbench((state) => state.labelShifts);
  const hovered = useWorkbench((state) => state.hovered);
  const several = useWorkbench((state) => state.panes.length > 0);
  const findings = useWorkbench((state) => state.findings);
  const drawnShape = useWorkbench((state) => state.shape);
  const analyses = useWorkbench((state) => state.analyses);
  const fitRequest = useWorkbench((state) => state.fitRequest);
  const look = useWorkbench((state) => state.look);

  const { left, right, top, bottom } = insets;
  const frame = useMemo<Frame>(
    () => ({ width: size.width || 1, height: size.height || 1, insets: { left, right, top, bottom } }),
    [size, left, right, top, bottom],
  );
  const scope = useMemo(
    () => scopeOf(model, plane, isolated, hidden, visible),
    [model, plane, isolated, hidden, visible],
  );
  const supports = useMemo(() => Object.values(model.nodes).filter((node) => node.support).length, [model.nodes]);
  // results belong to the model they were solved for; members that came later have none yet
  const shape = useMemo(
    () => (drawnShape ? shapeOf(drawnShape, solved, analyses, findings) : undefined),
    [drawnShape, solved, analyses, findings],
  );
  const diagram = useDiagram({ number, model, scope, stage, shown, quantity, drawn, solved, less, plane });
  // colours of all views are those of the first
  const firstRange = useWorkbench((state) => (number > 0 ? state.legendRange : null));
  const painted = useMemo(
    () => (firstRange && !drawn.legend ? { ...drawn, legend: firstRange } : drawn),
    [firstRange, drawn],
  );
  const picture = useMemo(
    () =>
      compose({
        model,
        scope,
        stage,
        form,
        coloring,
        selection,
        shown,
        quantity,
        drawn: painted,
        diagram,
        isDifference: less !== undefined,
        solved,
        checks,
        shape,
      }),
    [model, scope, stage, form, coloring, selection, shown, quantity, painted, diagram, less, solved, checks, shape],
  );

  useEffect(() => {
    if (number === 0) look({ scaleText: picture.scaleText, legendRange: picture.legend });
  }, [picture.scaleText, picture.legend, number, look]);

  const key = planeKey(plane);
  // storey marks stand left of what they mark, grid bubbles below
  const fitFrame = useMemo<Frame>(
    () => ({
      ...frame,
      insets: {
        ...frame.insets,
        left: frame.insets.left + (plane.kind === 'plan' || isolated ? 0 : place ? 104 : 84),
        bottom: frame.insets.bottom + (plane.kind === '3d' ? 0 : 56),
      },
    }),
    [frame, plane.kind, isolated, place],
  );
  const fitted = useCallback((): Camera => {
    const axis = plane.kind === 'elevation' ? model.gridLines[plane.gridLine].axis : undefined;
    return offsetFor(
      fitEye(
        pointsToFit(model, plane, scope, isolated !== null),
        directionOf(
          plane,
          axis,
          plane.kind === 'plane' ? planeThrough(model.planes[plane.plane].points)?.normal : undefined,
        ),
        fitFrame,
      ),
      fitFrame,
      frame,
    );
  }, [model, plane, scope, isolated, frame, fitFrame]);
  const eye = useMemo(() => cameras[key] ?? fitted(), [cameras, key, fitted]);
  const setEye = useCallback(
    (camera: Camera) => look({ cameras: { ...api.getState().cameras, [key]: camera } }),
    [api, look, key],
  );

  const lastFit = useRef(fitRequest);
  useEffect(() => {
    if (lastFit.current === fitRequest) return;
    lastFit.current = fitRequest;
    const current = fitted();
    const before = api.getState().cameras[key];
    const direction =
      before && plane.kind === '3d'
        ? { azimuth: before.azimuth, elevation: before.elevation, parallel: before.parallel }
        : current;
    setEye(
      offsetFor(fitEye(pointsToFit(model, plane, scope, isolated !== null), direction, fitFrame), fitFrame, frame),
    );
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

  const camera = useMemo(() => toThree(eye, frame), [eye, frame]);
  const projector = useMemo(() => new Projector(camera, frame), [camera, frame]);
  const drawing = useDrawing(scope, projector, camera, frame);
  const { snap, from: drawnFrom, measured, picking } = drawing;
  const choosingBays =
    openTool !== null &&
    'bays' in openTool.values &&
    (openTool.values.where === undefined || openTool.values.where === 'bays');
  const toolId = openTool?.id ?? '';
  const bays = useMemo(
    () =>
      choosingBays
        ? findBays(model).filter(
            (bay) => offersBay(bay, plane.kind, toolId) && bay.corners.every((corner) => inPlane(model, plane, corner)),
          )
        : [],
    [choosingBays, model, plane, toolId],
  );
  const chosenBays = useMemo(
    () => new Set(openTool && Array.isArray(openTool.values.bays) ? (openTool.values.bays as string[]) : []),
    [openTool],
  );
  const stretch = useMemo(() => {
    const dragged = drag.current?.node;
    if (!drawing.stretching || !snap || dragged === undefined) return [];
    const plan = movePlan(
      model,
      { members: [], nodes: draggedNodes(dragged, selection.nodes) },
      translation(subtract(snap.position, model.nodes[dragged].position)),
    );
    return plan.ok ? plan.preview : [];
  }, [drawing.stretching, snap, model, selection.nodes]);
  const elsewhere = useMemo(
    () =>
      hovered && hovered.pane !== number
        ? {
            ...hovered,
            text: resultWords({ model, solved, checks, shown, quantity, less, stage }, hovered.member, hovered.share),
          }
        : null,
    [hovered, number, model, solved, checks, shown, quantity, less, stage],
  );
  useEffect(() => scene.current?.resize(frame.width, frame.height), [frame.width, frame.height]);
  useEffect(() => scene.current?.set(picture.drawing), [picture]);
  useEffect(() => {
    let request = requestAnimationFrame(function show(time: number) {
      const { moving } = picture;
      if (moving)
        scene.current?.swing(
          moving.rest,
          moving.displaced,
          animated ? Math.sin((2 * Math.PI * time) / swingPeriod) : 1,
        );
      scene.current?.render(toThree(eye, frame));
      if (animated && moving) request = requestAnimationFrame(show);
    });
    return () => cancelAnimationFrame(request);
  }, [eye, frame, picture, animated]);
  useEffect(() => {
    pictureDoors.set(number, () => {
      const graphicsCanvas = scene.current?.picture(toThree(eye, frame));
      return graphicsCanvas && overlay.current
        ? { graphics: graphicsCanvas, overlay: overlay.current, width: frame.width, height: frame.height }
        : undefined;
    });
    return () => void pictureDoors.delete(number);
  }, [eye, frame, number]);
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
      const input: OverlayInput = {
        model,
        scope,
        stage,
        plane,
        selection,
        shown,
        form,
        showReactions:
          stage === 'results' && (plane.kind !== '3d' || quantity === 'reactions' || supports <= fewSupports),
        solved,
        findings,
        labels: animated
          ? []
          : place
            ? [...picture.labels].sort((a, b) => b.weight - a.weight).slice(0, labelsInPane)
            : picture.labels,
        labelShifts,
        elsewhere,
        quantity,
        labelBoxes: labelBoxes.current,
        loadZones: loadZones.current,
        visible,
        hover,
        window: window_,
        snap,
        drawnFrom,
        labelling,
        localAxes,
        loadStyle,
        preview,
        bays,
        chosenBays,
        measured,
        stretch,
      };
      drawOverlay(context, projector, eye, frame, input);
    });
    return () => cancelAnimationFrame(request);
  }, [
    projector,
    eye,
    frame,
    model,
    scope,
    stage,
    plane,
    selection,
    shown,
    form,
    quantity,
    supports,
    solved,
    findings,
    picture,
    hover,
    window_,
    snap,
    drawnFrom,
    labelling,
    localAxes,
    loadStyle,
    visible,
    preview,
    bays,
    chosenBays,
    measured,
    stretch,
    labelShifts,
    elsewhere,
    animated,
    place,
  ]);

  const at = (event: { clientX: number; clientY: number }) => {
    const bounds = host.current!.getBoundingClientRect();
    return { x: event.clientX - bounds.left, y: event.clientY - bounds.top };
  };

  const onPointerDown = (event: PointerEvent) => {
    const { x, y } = at(event);
    host.current!.setPointerCapture(event.pointerId);
    const turning = event.button === 2 || (event.button === 0 && event.altKey);
    setMenu(undefined);
    const under =
      event.button === 0 && !picking && isHere && stage === 'frame' && !event.shiftKey && !event.altKey
        ? pick(projector, model, [], scope.nodes, x, y)
        : undefined;
    if (under?.kind === 'node' && selection.nodes.includes(under.id)) {
      drag.current = { kind: 'stretch', node: under.id, startX: x, startY: y, lastX: x, lastY: y, moved: false };
      return;
    }
    const label =
      stage === 'results' && event.button === 0 && !event.shiftKey && !event.altKey
        ? labelBoxes.current.find(
            (box) => box.key !== undefined && x > box.left && x < box.right && y > box.top && y < box.bottom,
          )
        : undefined;
    if (label) {
      drag.current = { kind: 'label', label: label.key!, startX: x, startY: y, lastX: x, lastY: y, moved: false };
      return;
    }
    const kind =
      event.button === 1 || (turning && event.shiftKey)
        ? 'pan'
        : turning
          ? plane.kind === '3d'
            ? 'orbit'
            : 'pan'
          : 'window';
    drag.current = { kind, startX: x, startY: y, lastX: x, lastY: y, moved: false };
  };

  const onPointerMove = (event: PointerEvent) => {
    const { x, y } = at(event);
    const current = drag.current;
    if (!current) {
      if (picking) drawing.move(x, y);
      const over = hoverAt(x, y);
      setHover(over);
      if (several)
        look({
          hovered: over?.member !== undefined ? { member: over.member, share: over.share ?? 0.5, pane: number } : null,
        });
      return;
    }
    if (!current.moved && Math.hypot(x - current.startX, y - current.startY) < dragThreshold) return;
    current.moved = true;
    if (current.kind === 'label') {
      const [dx, dy] = labelShifts[current.label!] ?? [0, 0];
      look({ labelShifts: { ...labelShifts, [current.label!]: [dx + x - current.lastX, dy + y - current.lastY] } });
    } else if (current.kind === 'orbit') setEye(orbited(eye, x - current.lastX, y - current.lastY));
    else if (current.kind === 'pan') setEye(panned(eye, x - current.lastX, y - current.lastY, frame));
    else if (current.kind === 'stretch') {
      if (!drawing.stretching) drawing.setStretching(draggedNodes(current.node!, selection.nodes));
      drawing.move(x, y);
    } else if (!picking) {
      setWindow({
        left: Math.min(x, current.startX),
        right: Math.max(x, current.startX),
        top: Math.min(y, current.startY),
        bottom: Math.max(y, current.startY),
        touching: x < current.startX,
      });
    }
    [current.lastX, current.lastY] = [x, y];
  };

  const onPointerUp = (event: PointerEvent) => {
    const current = drag.current;
    drag.current = null;
    const { x, y } = at(event);
    if (window_) {
      const found = pickWindow(projector, model, scope.members, scope.nodes, window_, window_.touching, scope.onEnd);
      // a window is for members; nodes are taken when no member is in it
      const chosen = found.members.length > 0 ? { members: found.members } : { nodes: found.nodes };
      const { selection: before } = api.getState();
      api.getState().select(event.shiftKey ? { ...joined(before, chosen), loads: [] } : chosen);
      setWindow(undefined);
      return;
    }
    if (current?.kind === 'stretch' && current.moved) {
      drawing.setStretching(undefined);
      if (snap) stretchTo(current.node!, snap.position);
      return;
    }
    if (!current || current.moved) return;
    if (current.kind === 'orbit' || current.kind === 'pan') {
      if (event.button === 2 && picking) {
        if (!drawnFrom) drawing.back();
        else drawing.end();
      } else if (event.button === 2) setMenu({ x, y });
      return;
    }
    if (picking) {
      drawing.click(x, y);
      return;
    }
    const bay = bays
      .filter((one) =>
        insideOutline(
          one.corners.map((corner) => projector.point(corner)),
          x,
          y,
        ),
      )
      .sort((a, b) => projector.point(bayMiddle(a))[2] - projector.point(bayMiddle(b))[2])[0] as Bay | undefined;
    if (bay) {
      toggleBay(api, bay.key);
      return;
    }
    const hit = hitInTurn(x, y);
    const load = hit ? undefined : loadAt(loadZones.current, x, y);
    if (load !== undefined) {
      pickLoad(load, event.shiftKey);
      return;
    }
    const chosen: Partial<Selection> = !hit
      ? {}
      : hit.kind === 'record'
        ? { [hit.table]: [hit.id] }
        : { [hit.kind === 'node' ? 'nodes' : 'members']: [hit.id] };
    if ((event.ctrlKey || event.metaKey) && hit?.kind === 'member') selectWholePlane(api, hit.id, event.shiftKey);
    else if (event.shiftKey && hit) api.getState().toggleSelected(chosen);
    else if (!event.shiftKey) {
      api.getState().select(chosen);
      const { panel } = api.getState();
      if (panel && hit?.kind === 'member')
        look({
          panel:
            panel.kind === 'rule'
              ? null
              : panel.kind === 'sheet'
                ? { kind: 'sheet', member: hit.id, check: null }
                : panel.kind === 'member'
                  ? { kind: 'member', member: hit.id }
                  : panel,
        });
    }
  };

  const hitsAt = (x: number, y: number): Hit[] =>
    picksAt(
      projector,
      model,
      scope.members,
      stage === 'checks' ? [] : scope.nodes,
      x,
      y,
      scope.onEnd,
      stage === 'frame' ? marksAt({ projector, model, scope }, visible, x, y) : [],
    );

  /** What is under the pointer; clicking the same place again takes the next thing there. */
  const hitInTurn = (x: number, y: number): Hit | undefined => {
    const found = hitsAt(x, y);
    // what fills a field leaves room for choosing nothing
    const hits: (Hit | undefined)[] = found.every((hit) => hit.kind === 'record') ? [...found, undefined] : found;
    const again = Math.hypot(x - lastClick.current.x, y - lastClick.current.y) < 3;
    lastClick.current = { x, y, turn: again ? lastClick.current.turn + 1 : 0 };
    return hits[lastClick.current.turn % hits.length];
  };

  /** Chooses a load by itself; its row and its fields stand beside the drawing. */
  const pickLoad = (id: string, more: boolean) => {
    const state = api.getState();
    const before = more ? state.selection.loads : [];
    state.select({ loads: before.includes(id) ? before.filter((one) => one !== id) : [...before, id] });
    look({
      stage: 'loads',
      ledgerTab: { ...state.ledgerTab, loads: 'loads' },
    });
  };

  const stretchTo = (node: string, place: Vector) => {
    const state = api.getState();
    const plan = movePlan(
      state.model,
      { members: [], nodes: draggedNodes(node, state.selection.nodes) },
      translation(subtract(place, state.model.nodes[node].position)),
    );
    if (plan.ok) state.commit(plan.act);
    else state.notify(plan.error, 'error');
  };

  const hoverAt = (x: number, y: number): Hover | undefined => {
    const [hit] = picking ? [] : (hitsAt(x, y) as (Hit | undefined)[]);
    if (!hit) {
      const load = picking ? undefined : loadAt(loadZones.current, x, y);
      const of = load === undefined ? undefined : model.loads[load];
      return of
        ? {
            text: `${of.id}: ${loadWords(of, model.settings.units).kind} ${loadWords(of, model.settings.units).value}, case ${model.cases[of.case].label}`,
            x,
            y,
          }
        : picking
          ? { x, y }
          : undefined;
    }
    if (hit.kind === 'node')
      return {
        node: hit.id,
        text: `${hit.id}  ${coordinateWords(model.nodes[hit.id].position, model.settings.units)}`,
        x,
        y,
      };
    if (hit.kind === 'record') return { text: recordName(model, hit.table, hit.id), x, y };
    return { member: hit.id, share: hit.share, text: hoverText(hit.id, hit.share), x, y };
  };

  const hoverText = (id: string, share: number): string =>
    resultWords({ model, solved, checks, shown, quantity, less, stage }, id, share);

  useEffect(() => {
    const element = host.current!;
    const onWheel = (event: WheelEvent) => {
      event.preventDefault();
      const { x, y } = at(event);
      setEye(
        zoomed(
          eye,
          Math.exp(event.deltaY * 0.0012),
          x - (frame.width + frame.insets.left - frame.insets.right) / 2,
          y - (frame.height + frame.insets.top - frame.insets.bottom) / 2,
          frame,
        ),
      );
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [eye, frame, setEye]);

  const onKeyDown = (event: KeyboardEvent) => {
    const arrows: Record<string, [number, number]> = {
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
      ArrowUp: [0, -1],
      ArrowDown: [0, 1],
    };
    const arrow = arrows[event.key];
    if (arrow && !event.ctrlKey && !event.metaKey) {
      const [dx, dy] = arrow;
      setEye(
        event.shiftKey || plane.kind !== '3d' ? panned(eye, -dx * 40, -dy * 40, frame) : orbited(eye, dx * 24, dy * 24),
      );
    } else if (event.key === '+' || event.key === '=') setEye(zoomed(eye, 0.8, 0, 0, frame));
    else if (event.key === '-' && !picking) setEye(zoomed(eye, 1.25, 0, 0, frame));
    else if (event.key === 'Tab' && snap && !event.shiftKey) drawing.nextSnap();
    else if (picking && /^[\d.n(−-]$/.test(event.key) && !event.ctrlKey && !event.metaKey) drawing.setTyped(event.key);
    else if (event.key === 'ContextMenu') setMenu({ x: frame.width / 2, y: frame.height / 3 });
    else if (event.key === 'Escape') {
      if (menu) setMenu(undefined);
      else if (!drawing.back()) {
        if (openTool) look({ openTool: null, preview: [] });
        else api.getState().select({});
      }
    } else return;
    event.preventDefault();
    event.stopPropagation();
  };

  const empty = Object.keys(model.members).length === 0;
  return (
    <div
      ref={host}
      className={place ? 'canvas-host graph-paper pane' : 'canvas-host graph-paper'}
      tabIndex={0}
      role="application"
      aria-label={`${number > 0 ? `View ${number + 1}: ` : ''}Drawing of the structure: ${scope.members.length} members. Arrow keys turn it, Shift and arrow keys move it, plus and minus zoom. Members can be chosen in the ledger below.`}
      style={{ cursor: picking ? 'crosshair' : 'default', ...(place ? { inset: 'auto', ...place } : {}) }}
      onPointerDown={onPointerDown}
      onPointerMove={onPointerMove}
      onPointerUp={onPointerUp}
      onPointerLeave={() => {
        setHover(undefined);
        if (several) look({ hovered: null });
        drawing.clear();
      }}
      onContextMenu={(event) => event.preventDefault()}
      onKeyDown={onKeyDown}
    >
      <canvas ref={graphics} aria-hidden="true" />
      <canvas ref={overlay} aria-hidden="true" />
      {drawing.typed !== undefined && (
        <TypedPoint
          initial={drawing.typed}
          left={Math.min(frame.width - frame.insets.right - 260, Math.max(frame.insets.left, hover?.x ?? 200))}
          top={Math.min(frame.height - frame.insets.bottom - 70, (hover?.y ?? 200) + 18)}
          begun={drawnFrom !== undefined}
          onEnter={drawing.enterTyped}
          onCancel={() => {
            drawing.setTyped(undefined);
            host.current?.focus();
          }}
        />
      )}
      <div className="visually-hidden" role="status">
        {measureWords(measured, model.settings.units)}
      </div>
      {menu && (
        <ContextMenu
          x={Math.min(menu.x, frame.width - 250)}
          y={Math.max(4, Math.min(menu.y, frame.height - 430))}
          onClose={() => {
            setMenu(undefined);
            host.current?.focus();
          }}
        />
      )}
      {failure && (
        <div
          className="card"
          role="alert"
          style={{ position: 'absolute', left: 90, top: 60, padding: 14, maxWidth: 420 }}
        >
          <p className="strong">The drawing cannot be shown.</p>
          <p className="secondary">
            This browser gives no WebGL ({failure}). Tables, checks and reports work all the same.
          </p>
        </div>
      )}
      {empty && (
        <div
          className="card"
          style={{ position: 'absolute', left: left + 40, top: top + 60, padding: 16, maxWidth: 360 }}
        >
          <p className="title">Nothing is drawn yet</p>
          <p className="secondary">
            Build a frame from bays and storeys (B), or set out a grid and draw members between its crossings (D).
          </p>
        </div>
      )}
    </div>
  );
}

/** An eye fitted to one frame, slid so that it fits the same in another whose margins differ. */
function offsetFor(eye: Camera, fittedTo: Frame, frame: Frame): Camera {
  return panned(
    eye,
    (fittedTo.insets.left - frame.insets.left) / 2,
    (frame.insets.bottom - fittedTo.insets.bottom) / 2,
    frame,
  );
}

/** What a view must hold: the drawn members, and in space the ground plan with its grid bubbles; or only an isolated set. */
function pointsToFit(
  model: Model,
  plane: ViewPlane,
  scope: ReturnType<typeof scopeOf>,
  isolated: boolean,
): Float64Array {
  const members = positionsOf(model, scope.members, isolated ? [] : scope.nodes);
  const extent = extentOf(model);
  if (!extent || (members.length > 0 && (isolated || plane.kind !== '3d'))) return members;
  const { low, high } = extent;
  const ground = [low[0], high[0] + 1].flatMap((x) => [low[1] - 1.5, high[1]].flatMap((y) => [x, y, low[2]]));
  return Float64Array.from([...ground, ...members]);
}

/** The nodes that go with a dragged one: all that are selected. */
const draggedNodes = (node: string, selected: readonly string[]): string[] => [...new Set([node, ...selected])];
