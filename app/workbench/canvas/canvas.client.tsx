import { useEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { bayMiddle, movePlan, translation } from '~core/build';
import { panelPlane, subtract, type Panel, type Vector } from '~core/model';
import { joined, tablesWithResults, type Selection } from '../../state/selection';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { selectWholePlane } from '../commands/commands';
import type { WidePanel } from '../../state/view-slice';
import { compose } from '../picture/compose';
import { ContextMenu } from './context-menu';
import { loadWords } from '~core/loading';
import type { LabelBox } from '../projection/labels';
import { loadAt, type LoadZone } from '../picture/load-zones';
import { resultWords } from '../picture/result-words';
import { useDiagram } from './use-diagram';
import { useEye } from './use-eye';
import { useGraphics } from './use-graphics';
import { usePane } from './use-pane';
import { orbited, panned, Projector, rayAt, toThree, zoomed, type Frame, type Insets } from '../projection/eye';
import { measureWords } from '../picture/frame-marks';
import { slabWords } from '../picture/area-value';
import { drawOverlay, type Hover, type OverlayInput } from '../picture/overlay';
import { shapeOf } from '../picture/mode-shapes';
import { pick, picksAt, pickWindow, type Hit } from '../picture/pick';
import { insideOutline } from '../projection/outline';
import { marksAt } from '../kinds/marks';
import { recordName } from '../kinds/screen-kinds';
import { inPlane, scopeOf } from '~core/picture';
import { toggleBay } from '../tools/open-tool';
import { offeredFields } from '../tools/tool';
import type { Effect, WindowOnScreen } from './gestures/gesture';
import { cancelled, idle, movedTo, pressed, released, type PointerState, type Step } from './gestures/machine';
import { TypedPoint } from './typed-point-box';
import { coordinateWords, onPlane } from '../picture/snap';
import {
  draggedPlan,
  handleAt,
  nodesOfHandle,
  panelHandles,
  stepped,
  type PanelHandle,
} from '../picture/panel-handles';
import { useDrawing } from './use-drawing';

/** So many values are written in a view beside others; the rest is under the pointer. */
const labelsInPane = 18;

/** With more supports than this, reactions in space are drawn only when they are asked for. */
const fewSupports = 8;

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
  const pointer = useRef<PointerState>(idle);
  const [stretched, setStretched] = useState<string>();
  const [onHandle, setOnHandle] = useState(false);
  const [reshaped, setReshaped] = useState<{ handle: PanelHandle; x: number; y: number }>();
  const held = useRef<PanelHandle>(undefined);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [hover, setHover] = useState<Hover>();
  const [window_, setWindow] = useState<WindowOnScreen>();
  const [menu, setMenu] = useState<{ x: number; y: number }>();
  const labelBoxes = useRef<LabelBox[]>([]);
  const loadZones = useRef<LoadZone[]>([]);
  const lastClick = useRef<{ x: number; y: number; turn: number }>({ x: -99, y: -99, turn: 0 });

  const { model, solved, checks, pierChecks, shown, quantity, plane, less, isHere } = usePane(number);
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
        pierChecks,
        shape,
      }),
    [
      model,
      scope,
      stage,
      form,
      coloring,
      selection,
      shown,
      quantity,
      painted,
      diagram,
      less,
      solved,
      checks,
      pierChecks,
      shape,
    ],
  );

  useEffect(() => {
    if (number === 0) look({ scaleText: picture.scaleText, legendRange: picture.legend });
  }, [picture.scaleText, picture.legend, number, look]);

  const { eye, setEye } = useEye({ model, plane, scope, isolated, frame, framed: place !== undefined });

  useEffect(() => {
    const element = host.current!;
    const observer = new ResizeObserver(() => setSize({ width: element.clientWidth, height: element.clientHeight }));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  const failure = useGraphics({ number, graphics, overlay, picture, eye, frame, animated });

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
        ? offeredFields(model, plane.kind, toolId).filter((field) =>
            field.corners.every((corner) => inPlane(model, plane, corner)),
          )
        : [],
    [choosingBays, model, plane, toolId],
  );
  const chosenBays = useMemo(
    () => new Set(openTool && Array.isArray(openTool.values.bays) ? (openTool.values.bays as string[]) : []),
    [openTool],
  );
  const stretch = useMemo(() => {
    if (!drawing.stretching || !snap || stretched === undefined) return [];
    const plan = movePlan(
      model,
      { members: [], nodes: draggedNodes(stretched, selection.nodes) },
      translation(subtract(snap.position, model.nodes[stretched].position)),
    );
    return plan.ok ? plan.preview : [];
  }, [drawing.stretching, stretched, snap, model, selection.nodes]);
  const handles = useMemo(
    () => (isHere && stage === 'frame' && !picking ? panelHandles(model, projector, selection) : []),
    [isHere, stage, picking, model, projector, selection],
  );
  /** what the drag of a handle would make of its slab or wall; a place nothing snaps to is a free one of its plane */
  const shapePlan = useMemo(() => {
    if (!reshaped) return undefined;
    const { handle, x, y } = reshaped;
    const panel = model[handle.panel.table][handle.panel.id] as Panel | undefined;
    const own = panel && panelPlane(model, panel);
    const free = onPlane(own, rayAt(camera, frame, x, y));
    const to = drawing.stretching && snap ? snap.position : free && own && stepped(own, free, model.settings.units);
    return to ? draggedPlan(model, handle, to) : undefined;
  }, [reshaped, drawing.stretching, snap, model, camera, frame]);
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
        hover:
          reshaped && shapePlan
            ? { text: shapePlan.ok ? shapePlan.words : shapePlan.error, x: reshaped.x, y: reshaped.y }
            : hover,
        window: window_,
        snap,
        drawnFrom,
        labelling,
        localAxes,
        loadStyle,
        preview,
        bays,
        chosenBays,
        handles,
        measured,
        stretch: shapePlan?.ok ? shapePlan.preview : stretch,
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
    handles,
    reshaped,
    shapePlan,
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
    setMenu(undefined);
    const plain = event.button === 0 && !event.shiftKey && !event.altKey;
    const under =
      plain && !picking && isHere && stage === 'frame' ? pick(projector, model, [], scope.nodes, x, y) : undefined;
    const handle = plain ? handleAt(projector, handles, x, y) : undefined;
    held.current = handle;
    const label =
      plain && stage === 'results'
        ? labelBoxes.current.find(
            (box) => box.key !== undefined && x > box.left && x < box.right && y > box.top && y < box.bottom,
          )
        : undefined;
    follow(
      pressed(pointer.current, {
        x,
        y,
        button: event.button,
        shift: event.shiftKey,
        alt: event.altKey,
        control: event.ctrlKey || event.metaKey,
        flat: plane.kind !== '3d',
        picking,
        chosenNode: under?.kind === 'node' && selection.nodes.includes(under.id) ? under.id : undefined,
        onHandle: handle !== undefined,
        label: label?.key,
      }),
    );
  };

  const onPointerMove = (event: PointerEvent) => {
    const place = pointAt(event);
    if (pointer.current.kind !== 'idle') {
      follow(movedTo(pointer.current, place));
      return;
    }
    const { x, y } = place;
    if (picking) drawing.move(x, y);
    setOnHandle(!picking && handleAt(projector, handles, x, y) !== undefined);
    const over = hoverAt(x, y);
    setHover(over);
    if (several)
      look({
        hovered: over?.member !== undefined ? { member: over.member, share: over.share ?? 0.5, pane: number } : null,
      });
  };

  const pointAt = (event: PointerEvent) => ({
    ...at(event),
    shift: event.shiftKey,
    control: event.ctrlKey || event.metaKey,
  });
  const follow = ({ state, effects }: Step) => {
    pointer.current = state;
    effects.forEach(carryOut);
  };

  /** Does what a gesture asks for. */
  const carryOut = (effect: Effect) => {
    switch (effect.do) {
      case 'turn':
        return setEye(orbited(eye, effect.dx, effect.dy));
      case 'slide':
        return setEye(panned(eye, effect.dx, effect.dy, frame));
      case 'draw window':
        return setWindow(effect.window);
      case 'drop window':
        return setWindow(undefined);
      case 'take window':
        setWindow(undefined);
        return takeWindow(effect.window, effect.add);
      case 'move label': {
        const [dx, dy] = labelShifts[effect.label] ?? [0, 0];
        return look({ labelShifts: { ...labelShifts, [effect.label]: [dx + effect.dx, dy + effect.dy] } });
      }
      case 'stretch':
        setStretched(effect.node);
        if (!drawing.stretching) drawing.setStretching(draggedNodes(effect.node, selection.nodes));
        return drawing.move(effect.x, effect.y);
      case 'put':
        dropStretch();
        if (snap) stretchTo(effect.node, snap.position);
        return;
      case 'drop stretch':
        return dropStretch();
      case 'reshape': {
        const handle = held.current;
        if (!handle) return;
        if (!drawing.stretching) drawing.setStretching(nodesOfHandle(model, handle));
        setReshaped({ handle, x: effect.x, y: effect.y });
        return drawing.move(effect.x, effect.y);
      }
      case 'put shape':
        dropShape();
        if (shapePlan?.ok) api.getState().commit(shapePlan.act);
        else if (shapePlan) api.getState().notify(shapePlan.error, 'error');
        return;
      case 'drop shape':
        return dropShape();
      case 'pick point':
        return drawing.click(effect.x, effect.y);
      case 'end drawing':
        if (!drawnFrom) drawing.back();
        else drawing.end();
        return;
      case 'open menu':
        return setMenu({ x: effect.x, y: effect.y });
      case 'click':
        return clickAt(effect.x, effect.y, effect.add, effect.whole);
    }
  };

  const dropStretch = () => {
    setStretched(undefined);
    drawing.setStretching(undefined);
  };

  const dropShape = () => {
    setReshaped(undefined);
    drawing.setStretching(undefined);
  };

  /** Chooses what is in a window: members, and nodes when no member is in it. */
  const takeWindow = (window: WindowOnScreen, add: boolean) => {
    const found = pickWindow(projector, model, scope.members, scope.nodes, window, window.touching, scope.onEnd);
    const chosen = found.members.length > 0 ? { members: found.members } : { nodes: found.nodes };
    const { selection: before, select } = api.getState();
    select(add ? { ...joined(before, chosen), loads: [] } : chosen);
  };

  /** Chooses what is under the pointer: a bay that is being chosen, a load, or a record; `whole` takes all members of its plane. */
  const clickAt = (x: number, y: number, add: boolean, whole: boolean) => {
    const covers = (ring: readonly Vector[]) =>
      insideOutline(
        ring.map((corner) => projector.point(corner)),
        x,
        y,
      );
    const bay = bays
      .filter(({ corners, islands }) => covers(corners) && !islands.some(covers))
      .sort((a, b) => projector.point(bayMiddle(a))[2] - projector.point(bayMiddle(b))[2])
      .at(0);
    if (bay) {
      toggleBay(api, bay.key);
      return;
    }
    const hit = hitInTurn(x, y);
    const load = hit ? undefined : loadAt(loadZones.current, x, y);
    if (load !== undefined) {
      pickLoad(load, add);
      return;
    }
    const chosen: Partial<Selection> = !hit
      ? {}
      : hit.kind === 'record'
        ? { [hit.table]: [hit.id] }
        : { [hit.kind === 'node' ? 'nodes' : 'members']: [hit.id] };
    if (whole && hit?.kind === 'member') selectWholePlane(api, hit.id, add);
    else if (add && hit) api.getState().toggleSelected(chosen);
    else if (!add) {
      api.getState().select(chosen);
      const { panel } = api.getState();
      if (panel && hit?.kind === 'member') look({ panel: panelOfMember(panel, hit.id) });
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
      stage === 'frame' || stage === 'results'
        ? marksAt({ projector, model, scope }, visible, x, y).filter(
            ({ chosen }) => stage === 'frame' || tablesWithResults.has(chosen.table),
          )
        : [],
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
    const onSlab =
      stage === 'results' && diagram && !picking
        ? slabWords(projector, diagram, quantity, model.settings.units, x, y)
        : undefined;
    if (onSlab !== undefined) return { text: onSlab, x, y };
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
    else if (event.key === 'Enter' && openTool && document.querySelector<HTMLFormElement>('#tool-form'))
      document.querySelector<HTMLFormElement>('#tool-form')!.requestSubmit();
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

  const empty = [model.members, model.slabs, model.walls].every((table) => Object.keys(table).length === 0);
  return (
    <div
      ref={host}
      className={place ? 'canvas-host graph-paper pane' : 'canvas-host graph-paper'}
      tabIndex={0}
      role="application"
      aria-label={`${number > 0 ? `View ${number + 1}: ` : ''}Drawing of the structure: ${scope.members.length} members. Arrow keys turn it, Shift and arrow keys move it, plus and minus zoom. Members can be chosen in the ledger below.`}
      style={{
        cursor: picking ? 'crosshair' : onHandle ? 'move' : 'default',
        ...(place ? { inset: 'auto', ...place } : {}),
      }}
      onPointerDown={onPointerDown}
      onPointerMove={onPointerMove}
      onPointerUp={(event) => follow(released(pointer.current, pointAt(event)))}
      onPointerCancel={() => follow(cancelled(pointer.current))}
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
          x={menu.x}
          y={menu.y}
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
            Build a frame from bays and storeys (B), set out a grid and draw members between its crossings (D), or
            outline a slab or wall: “Outline a slab” in the list of tools.
          </p>
        </div>
      )}
    </div>
  );
}

/** The nodes that go with a dragged one: all that are selected. */
const draggedNodes = (node: string, selected: readonly string[]): string[] => [...new Set([node, ...selected])];

/** The page that stays beside the drawing when another member is clicked: one about a member goes on to that one. */
function panelOfMember(panel: WidePanel, member: string): WidePanel | null {
  switch (panel.kind) {
    case 'rule':
      return null;
    case 'sheet':
      return { kind: 'sheet', member, check: null };
    case 'member':
      return { kind: 'member', member };
    case 'line':
      return { kind: 'line', member };
    default:
      return panel;
  }
}
