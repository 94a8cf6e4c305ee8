import type { PreviewLine } from '~core/build';
import type { Model } from '~core/model';
import type { Shown } from '~core/results';
export type { Shown } from '~core/results';
import { plainComposition, type Composition } from './composition';
import type { Quantity } from '~core/results';
import { plainlyDrawn, type Drawn } from '~core/picture';
export { quantities, type Quantity } from '~core/results';
export type { Drawn } from '~core/picture';
import { nothingSelected, selectionOf, selectionOn, toggled, type Selection } from './selection';
import type { OpenedProject, Slice } from './store';
export type { Selection } from './selection';

/** The stages of the road, in order. */
export const stages = ['frame', 'loads', 'analysis', 'results', 'checks', 'report'] as const;
/** One stage of the road. */
export type Stage = (typeof stages)[number];
/** What the stages are called. */
export const stageNames: Readonly<Record<Stage, string>> = {
  frame: 'Frame',
  loads: 'Loads',
  analysis: 'Analysis',
  results: 'Results',
  checks: 'Checks',
  report: 'Report',
};

/** What is looked at: space, the plan of a storey, the elevation on a grid line, or a working plane square on. */
export type ViewPlane =
  | { kind: '3d' }
  | { kind: 'plan'; storey: string }
  | { kind: 'elevation'; gridLine: string }
  | { kind: 'plane'; plane: string };

/** What drawing snaps to; each can be switched off. Named first, preferred where several are near. */
export const snapKinds = [
  'node',
  'grid',
  'crossing',
  'middle',
  'part',
  'helper',
  'perpendicular',
  'nearest',
  'step',
] as const;
/** One of the things drawing snaps to. */
export type SnapKind = (typeof snapKinds)[number];

/** What members are coloured by in line and axes views. */
export const colorings = ['none', 'section', 'material', 'role', 'group', 'ends'] as const;
/** What members are coloured by. */
export type Coloring = (typeof colorings)[number];

/** Which names and numbers stand in the drawing. */
export interface Labelling {
  readonly nodes: boolean;
  readonly members: boolean;
  readonly sections: boolean;
}

/** A tool whose form is open: its values by field, and the field the next click in the drawing fills. */
export interface OpenTool {
  readonly id: string;
  readonly values: Readonly<Record<string, unknown>>;
  readonly armed: string | null;
  /** what was done last: the model it led to and what it depended on, so that the same is not done twice by accident */
  readonly done?: { readonly model: Model; readonly values: string; readonly words: string };
}

/** What a drawn member gets: what the newest member has, or a section and material of one's own choice, by name. */
export interface NewMembers {
  readonly mode: 'last' | 'chosen';
  readonly section: string;
  readonly material: string;
  /** whether ends and crossings join what is there */
  readonly join: boolean;
}

/** Kinds of things that can be hidden and shown again, whatever is hidden one by one. */
export const visibleKinds = [
  'columns',
  'beams',
  'braces',
  'slabs',
  'walls',
  'memberLoads',
  'nodeLoads',
  'areaLoads',
  'supports',
  'labels',
] as const;
/** A kind of thing that can be hidden. */
export type VisibleKind = (typeof visibleKinds)[number];
/** Which kinds are shown. */
export type Visible = Readonly<Record<VisibleKind, boolean>>;
/** Everything is shown. */
export const allVisible: Visible = Object.fromEntries(visibleKinds.map((kind) => [kind, true])) as Record<
  VisibleKind,
  boolean
>;

/** What each kind is called. */
export const visibleNames: Readonly<Record<VisibleKind, string>> = {
  columns: 'columns',
  beams: 'beams',
  braces: 'braces',
  slabs: 'slabs',
  walls: 'walls',
  memberLoads: 'loads on members',
  nodeLoads: 'loads on nodes',
  areaLoads: 'loads on areas',
  supports: 'supports',
  labels: 'values, numbers',
};

/** How loads are drawn: whether heads or tails of arrows touch what they act on, and whether areas are shown or what members receive of them. */
export interface LoadStyle {
  readonly heads: boolean;
  readonly received: boolean;
  /** whether the loads of the shown case stand in every stage, or in that of loads only */
  readonly everywhere?: boolean;
}

/** A view beside the first one. What it does not say of its own it shares with the first. */
export interface Pane {
  readonly shown?: Shown;
  readonly quantity?: Quantity;
  readonly plane?: ViewPlane;
  /** the model on screen, what it is compared with, or the one less the other */
  readonly source: 'here' | 'other' | 'difference';
}

/** Which rows of the result ledgers are wanted. */
export interface ResultFilter {
  /** only what is selected, a group's members, or all */
  readonly of: 'all' | 'selected' | `group ${string}`;
  readonly storey: string;
  /** only so many of the largest; 0: all */
  readonly worst: number;
  readonly stations: 'ends' | 'extremes' | 4 | 10;
  readonly pivot: 'member' | 'combination';
}

/** Where the eye is: angles in rad, lengths in m. `distance` also sets the scale of a parallel view. */
export interface Camera {
  readonly target: readonly [number, number, number];
  readonly azimuth: number;
  readonly elevation: number;
  readonly distance: number;
  readonly parallel: boolean;
}

/** Under which key the eye of a view is kept: one for space, one for each plane. */
export const planeKey = (plane: ViewPlane): string =>
  plane.kind === '3d'
    ? '3d'
    : plane.kind === 'plan'
      ? plane.storey
      : plane.kind === 'elevation'
        ? plane.gridLine
        : plane.plane;

/** A page that stands beside the drawing. */
export type WidePanel =
  | { kind: 'storey'; storey: string }
  | { kind: 'part'; part: string }
  | { kind: 'supports' }
  | { kind: 'soil' }
  | { kind: 'plausibility' }
  | { kind: 'variants' }
  | { kind: 'runs' }
  | { kind: 'compare' }
  | { kind: 'settings' }
  | { kind: 'sections' }
  | { kind: 'register' }
  | { kind: 'loop' }
  | { kind: 'preview' }
  | { kind: 'residual'; of: string }
  | { kind: 'why'; node: string; direction: 'x' | 'y' | 'z' }
  | { kind: 'member'; member: string }
  /** the design line that a member is in */
  | { kind: 'line'; member: string }
  | { kind: 'sheet'; member: string; check: string | null }
  | { kind: 'rule'; rule: string; sheet: number };

/** A shape drawn beside the frame: a mode of an analysis, or how a mechanism moves. */
export type DrawnShape =
  | { readonly kind: 'mode'; readonly analysis: string; readonly mode: number }
  | { readonly kind: 'motion'; readonly finding: string };

/** What this window looks at: stage, eye, selection, quantity, open tools and cards. */
export interface ViewSlice {
  readonly stage: Stage;
  readonly plane: ViewPlane;
  readonly form: 'line' | 'solid' | 'axes';
  /** the eye of each plane that was looked at, by `planeKey` */
  readonly cameras: Readonly<Record<string, Camera>>;
  readonly selection: Selection;
  /** whether the card at the right shows what is selected or what the stage offers for the whole project */
  readonly cardSide: 'selection' | 'stage';
  readonly isolated: readonly string[] | null;
  readonly hidden: readonly string[];
  /** what is drawn, by kind */
  readonly visible: Visible;
  readonly coloring: Coloring;
  readonly labelling: Labelling;
  /** how loads are drawn: heads of arrows at what they act on, or tails; areas, or what members receive of them */
  readonly loadStyle: LoadStyle;
  /** whether selected members show their local axes */
  readonly localAxes: boolean;
  readonly snaps: Readonly<Record<SnapKind, boolean>>;
  /** steps of the drawing grid along the two directions of the plane one draws in, m */
  readonly steps: readonly [number, number];
  /** whether drawing goes along the directions of the plane only */
  readonly orthogonal: boolean;
  /** storey or working plane in which free points lie while one looks in space */
  readonly workPlane: string;
  readonly newMembers: NewMembers;
  /** what the tools were last given that stays the same from one use to the next, by tool and field */
  readonly lastUsed: Readonly<Record<string, Readonly<Record<string, unknown>>>>;
  readonly openTool: OpenTool | null;
  /** lines of what the open tool would make */
  readonly preview: readonly PreviewLine[];
  readonly shown: Shown;
  readonly quantity: Quantity;
  /** how results are drawn */
  readonly drawn: Drawn;
  /** labels that were dragged from their places, by what they tell, pixels */
  readonly labelShifts: Readonly<Record<string, readonly [number, number]>>;
  /** whether the drawn movement swings to and fro */
  readonly animated: boolean;
  /** views beside the first: none, one or three */
  readonly panes: readonly Pane[];
  /** what the pointer is over, for the other views */
  readonly hovered: { readonly member: string; readonly share: number; readonly pane: number } | null;
  /** automatic scale each view would choose for its quantity, by the view's number; the smallest serves all */
  readonly paneScales: Readonly<Record<number, { readonly quantity: Quantity; readonly scale: number }>>;
  /** ends of the colours by value that are shown, base units */
  readonly legendRange: readonly [number, number] | null;
  /** how the ledger of results is filtered */
  readonly resultFilter: ResultFilter;
  readonly tool: 'select' | 'draw' | 'measure';
  readonly ledgerOpen: boolean;
  readonly ledgerTab: Readonly<Partial<Record<Stage, string>>>;
  readonly panel: WidePanel | null;
  readonly shape: DrawnShape | null;
  readonly popover: 'none' | 'findings' | 'log' | 'history' | 'shortcuts' | 'select';
  readonly paletteOpen: boolean;
  readonly builderOpen: boolean;
  /** the part of a card that was asked for and is to be opened */
  readonly part: string | null;
  /** whether the card of views, labels and colours is open */
  readonly displayOpen: boolean;
  /** whether the card of how results are drawn is open */
  readonly resultsOpen: boolean;
  readonly watchOpen: boolean;
  /** what the report is composed of */
  readonly composition: Composition;
  /** the scale of what the canvas shows, in words */
  readonly scaleText: string;
  /** counts requests to fit the view */
  readonly fitRequest: number;
  /** Changes what is looked at: for what has no act of its own. */
  look(change: Partial<ViewState>): void;
  /** Opens a page beside the drawing, in place of one that is open. */
  openPage(panel: WidePanel): void;
  closePage(): void;
  /** Opens a small card over the drawing, in place of one that is open. */
  openCard(card: Exclude<ViewState['popover'], 'none'>): void;
  closeCard(): void;
  /** Opens a card, or closes it when it is open. */
  toggleCard(card: Exclude<ViewState['popover'], 'none'>): void;
  /** Takes a tool of the drawing into the hand. */
  takeTool(tool: ViewState['tool']): void;
  setStage(stage: Stage): void;
  select(selection: Partial<Selection>): void;
  toggleSelected(selection: Partial<Selection>): void;
  isolateSelected(): void;
  hideSelected(): void;
  showAll(): void;
  startTool(id: string, values: Readonly<Record<string, unknown>>, armed: string | null, stage: Stage): void;
  fit(): void;
}

/** The same without its acts. */
export type ViewState = Omit<
  ViewSlice,
  | 'look'
  | 'openPage'
  | 'closePage'
  | 'openCard'
  | 'closeCard'
  | 'toggleCard'
  | 'takeTool'
  | 'setStage'
  | 'select'
  | 'toggleSelected'
  | 'isolateSelected'
  | 'hideSelected'
  | 'showAll'
  | 'startTool'
  | 'fit'
>;

/** What survives a reload; the stage stands in the address. */
const kept = [
  'plane',
  'form',
  'cameras',
  'selection',
  'isolated',
  'hidden',
  'visible',
  'coloring',
  'labelling',
  'localAxes',
  'loadStyle',
  'snaps',
  'steps',
  'orthogonal',
  'workPlane',
  'newMembers',
  'lastUsed',
  'shown',
  'quantity',
  'drawn',
  'labelShifts',
  'resultFilter',
  'watchOpen',
  'composition',
  'ledgerOpen',
  'ledgerTab',
] as const;
type Kept = Pick<ViewState, (typeof kept)[number]>;
const storageKey = (projectId: string) => `elbow.view.${projectId}`;

function initialView(model: Model): ViewState {
  const strength = Object.values(model.combinations).find((combination) => combination.purpose === 'strength');
  const first = Object.values(model.cases)[0];
  return {
    stage: 'frame',
    plane: { kind: '3d' },
    form: 'line',
    cameras: {},
    selection: nothingSelected,
    cardSide: 'selection',
    isolated: null,
    shown: strength ? { kind: 'envelope', purpose: 'strength' } : { kind: 'case', id: first?.id ?? '' },
    hidden: [],
    visible: allVisible,
    coloring: 'none',
    labelling: { nodes: false, members: false, sections: false },
    localAxes: false,
    loadStyle: { heads: true, received: false },
    snaps: Object.fromEntries(snapKinds.map((kind) => [kind, true])) as Record<SnapKind, boolean>,
    steps: model.settings.units === 'us' ? [0.3048, 0.3048] : [0.1, 0.1],
    orthogonal: false,
    workPlane: '',
    newMembers: { mode: 'last', section: '', material: '', join: true },
    lastUsed: {},
    openTool: null,
    preview: [],
    displayOpen: false,
    resultsOpen: false,
    watchOpen: true,
    composition: plainComposition,
    quantity: 'My',
    drawn: plainlyDrawn,
    labelShifts: {},
    animated: false,
    panes: [],
    hovered: null,
    paneScales: {},
    legendRange: null,
    resultFilter: { of: 'all', storey: '', worst: 0, stations: 'ends', pivot: 'member' },
    tool: 'select',
    ledgerOpen: true,
    ledgerTab: {},
    panel: null,
    shape: null,
    popover: 'none',
    paletteOpen: false,
    builderOpen: false,
    part: null,
    scaleText: '',
    fitRequest: 0,
  };
}

/** Reads what was looked at last time; anything unreadable is forgotten. */
function remembered(projectId: string): Partial<Kept> {
  if (typeof localStorage === 'undefined') return {};
  try {
    return JSON.parse(localStorage.getItem(storageKey(projectId)) ?? '{}') as Partial<Kept>;
  } catch {
    return {};
  }
}

/** The slice of the view. */
export const viewSlice =
  (opened: OpenedProject): Slice<ViewSlice> =>
  (set, get) => {
    const initial = { ...initialView(opened.model), ...remembered(opened.projectId) };
    // what was kept before a setting was known lacks it
    Object.assign(initial, {
      drawn: { ...plainlyDrawn, ...initial.drawn },
      visible: { ...allVisible, ...initial.visible },
    });
    return {
      ...initial,
      ...viewOn(opened.model, initial),
      look: (change) => set(change),
      openPage: (panel) => set({ panel }),
      closePage: () => set({ panel: null }),
      openCard: (popover) => set({ popover }),
      closeCard: () => set({ popover: 'none' }),
      toggleCard: (card) => set({ popover: get().popover === card ? 'none' : card }),
      takeTool: (tool) => set({ tool }),
      setStage: (stage) =>
        set({
          stage,
          panel: null,
          shape: null,
          animated: false,
          builderOpen: false,
          openTool: null,
          preview: [],
          tool: 'select',
        }),
      select: (selection) => set({ selection: selectionOf(selection), cardSide: 'selection' }),
      toggleSelected: (given) =>
        set({ selection: { ...toggled(get().selection, given), loads: [] }, cardSide: 'selection' }),
      isolateSelected() {
        const { selection, isolated } = get();
        set({
          isolated: isolated === null && selection.members.length > 0 ? selection.members : null,
          fitRequest: get().fitRequest + 1,
        });
      },
      hideSelected() {
        const { selection, hidden } = get();
        set({ hidden: [...new Set([...hidden, ...selection.members])], selection: nothingSelected });
      },
      showAll: () => set({ hidden: [], visible: allVisible, isolated: null, fitRequest: get().fitRequest + 1 }),
      startTool: (id, values, armed, stage) =>
        set({
          stage,
          openTool: { id, values, armed },
          preview: [],
          builderOpen: false,
          panel: null,
          popover: 'none',
          tool: 'select',
        }),
      fit: () => set({ fitRequest: get().fitRequest + 1 }),
    };
  };

/** What of the view still makes sense on another model: selection, isolation, panel, case and plane without what is no longer there. */
export function viewOn(
  model: Model,
  view: Pick<ViewState, 'selection' | 'isolated' | 'hidden' | 'panel' | 'shown' | 'plane'>,
): Partial<ViewState> {
  const { selection, panel } = view;
  const isolated = view.isolated?.filter((id) => id in model.members) ?? [];
  return {
    selection: selectionOn(model, selection),
    isolated: isolated.length > 0 ? isolated : null,
    hidden: view.hidden.filter((id) => id in model.members),
    panel: panel && panelIsThere(panel, model) ? panel : null,
    ...shownThatExists(view.shown, model),
    ...planeThatExists(view.plane, model),
  };
}

/** Whether what a page is about is in the model. */
export function panelIsThere(panel: WidePanel, model: Model): boolean {
  switch (panel.kind) {
    case 'rule':
      return panel.rule in model.loadRules;
    case 'member':
    case 'line':
    case 'sheet':
      return panel.member in model.members;
    case 'storey':
      return panel.storey in model.storeys;
    case 'why':
      return panel.node in model.nodes || panel.node in model.slabs || panel.node in model.walls;
    default:
      return true;
  }
}

function shownThatExists(shown: Shown, model: Model): Pick<ViewState, 'shown'> {
  const purposes = Object.values(model.combinations).map((combination) => combination.purpose);
  const there =
    shown.kind === 'set'
      ? shown.cases.every((id) => id in model.cases) && shown.combinations.every((id) => id in model.combinations)
      : shown.kind === 'envelope'
        ? purposes.includes(shown.purpose)
        : shown.id in
          (shown.kind === 'case' ? model.cases : shown.kind === 'ownEnvelope' ? model.envelopes : model.combinations);
  return { shown: there ? shown : initialView(model).shown };
}

function planeThatExists(plane: ViewPlane, model: Model): Pick<ViewState, 'plane'> {
  const there =
    plane.kind === '3d' ||
    (plane.kind === 'plan'
      ? plane.storey in model.storeys
      : plane.kind === 'elevation'
        ? plane.gridLine in model.gridLines
        : plane.plane in model.planes);
  return { plane: there ? plane : { kind: '3d' } };
}

/** Remembers what is looked at, some time after it last changed. @returns a function that stops */
export function rememberView(
  projectId: string,
  store: { getState: () => ViewSlice; subscribe: (listener: () => void) => () => void },
): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const save = () => {
    const state = store.getState();
    localStorage.setItem(
      storageKey(projectId),
      JSON.stringify(Object.fromEntries(kept.map((key) => [key, state[key]]))),
    );
  };
  const stop = store.subscribe(() => {
    clearTimeout(timer);
    timer = setTimeout(save, 250);
  });
  addEventListener('pagehide', save);
  return () => {
    stop();
    removeEventListener('pagehide', save);
    clearTimeout(timer);
  };
}
