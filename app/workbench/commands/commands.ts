import { planeOfMember } from '~core/build';
import { generateCombinations } from '~core/combine';
import { joinLines, linesOf } from '~core/lines';
import { hasDividedWalls, inOrder, isMeshed, wallParts, type Edit, type Member } from '~core/model';
import { count } from '~core/units';
import type { Workbench, WorkbenchState } from '../../state/store';
import { selectableTables, selectionOf, sizeOf } from '../../state/selection';
import { scopeOf } from '~core/picture';
import { colorings, stageNames, stages, visibleKinds, visibleNames } from '../../state/view-slice';
import { worstOf } from '../../state/solve-slice';
import { acceptBars } from '../acts/accept-bars';
import { layOutBars } from '../acts/lay-out-bars';
import { concreteOf, copyRules } from '../acts/copy-rules';
import { commitAndTell } from '../acts/deleting';
import { showView } from '../acts/saved-views';
import { switchChecks } from '../acts/switch-checks';
import { tools } from '../tools/all-tools';
import { openTool } from '../tools/open-tool';
import { placesToGo } from './places';
import { savePicture } from '../acts/save-picture';

/** Something a person can ask for by name or key. */
export interface Command {
  readonly id: string;
  readonly title: string;
  readonly shortcut?: string;
  /** whether it can be done now; always when left out */
  readonly enabled?: () => boolean;
  readonly run: () => void;
}

/** What follows when the form of drawing is switched. */
export const nextForm = { line: 'solid', solid: 'axes', axes: 'line' } as const;

/** Every command of the workbench. Shortcuts work while no field has the focus. */
export function workbenchCommands(workbench: Workbench): Command[] {
  const state = workbench.getState;
  const hasSelection = () => sizeOf(state().selection) > 0;
  const chosenIds = () => [...state().selection.members, ...state().selection.nodes];
  const isLocked = (id: string) => state().model.settings.locked?.includes(id) === true;
  const canDelete = () => hasSelection() || (state().stage === 'loads' && state().selection.loads.length > 0);
  const showTab = (results: string) =>
    state().look({ stage: 'results', ledgerOpen: true, ledgerTab: { ...state().ledgerTab, results } });
  return [
    ...stages.map((stage, i): Command => ({
      id: `stage-${stage}`,
      title: `Go to stage ${stageNames[stage]}`,
      shortcut: String(i + 1),
      run: () => state().setStage(stage),
    })),
    {
      id: 'builder',
      title: 'Open the frame builder',
      shortcut: 'B',
      run: () => state().look({ stage: 'frame', builderOpen: true, panel: null }),
    },
    {
      id: 'draw',
      title: 'Draw a member between two points',
      shortcut: 'D',
      run: () => state().look({ stage: 'frame', tool: state().tool === 'draw' ? 'select' : 'draw' }),
    },
    {
      id: 'similar',
      title: 'Select similar members',
      shortcut: 'M',
      enabled: () => state().selection.members.length > 0,
      run: () => selectSimilar(workbench),
    },
    ...tools.map((tool): Command => ({
      id: `tool-${tool.id}`,
      title: tool.title,
      ...(tool.shortcut ? { shortcut: tool.shortcut } : {}),
      run: () => openTool(workbench, tool.id),
    })),
    {
      id: 'measure',
      title: 'Measure a distance or an angle',
      shortcut: 'Shift D',
      run: () => state().takeTool(state().tool === 'measure' ? 'select' : 'measure'),
    },
    {
      id: 'grow',
      title: 'Grow the selection to what is joined to it',
      shortcut: 'Shift G',
      enabled: hasSelection,
      run: () => growSelection(workbench),
    },
    {
      id: 'whole-plane',
      title: 'Select the whole slope, floor or grid plane of the selected member',
      shortcut: 'Shift S',
      enabled: () => state().selection.members.length > 0,
      run: () => selectWholePlane(workbench, state().selection.members.at(-1)!, false),
    },
    {
      id: 'connected',
      title: 'Select everything that hangs together with the selection',
      enabled: hasSelection,
      run: () => growSelection(workbench, true),
    },
    { id: 'invert', title: 'Invert the selection', shortcut: 'Shift I', run: () => invertSelection(workbench) },
    {
      id: 'hide',
      title: 'Hide the selected members',
      shortcut: 'Shift H',
      enabled: () => state().selection.members.length > 0,
      run: () => state().hideSelected(),
    },
    {
      id: 'show-all',
      title: 'Show everything that is hidden',
      shortcut: 'Shift A',
      enabled: () =>
        state().hidden.length > 0 || state().isolated !== null || visibleKinds.some((kind) => !state().visible[kind]),
      run: () => state().showAll(),
    },
    {
      id: 'local-axes',
      title: 'Show or hide the local axes of selected members',
      shortcut: 'X',
      run: () => state().look({ localAxes: !state().localAxes }),
    },
    {
      id: 'display',
      title: 'Labels, colours, snaps and saved views',
      shortcut: 'Y',
      run: () => state().look({ displayOpen: !state().displayOpen }),
    },
    {
      id: 'selecting',
      title: 'Select by kind, section, storey, plane or what is lacking',
      shortcut: 'S',
      run: () => state().toggleCard('select'),
    },
    ...colorings.map((coloring): Command => ({
      id: `color-${coloring}`,
      title:
        coloring === 'none'
          ? 'Members in their plain colours'
          : `Colour members by ${coloring === 'ends' ? 'end condition' : coloring}`,
      run: () => state().look({ coloring, stage: 'frame' }),
    })),
    {
      id: 'isolate',
      title: 'Isolate the selected members, or bring all back',
      shortcut: 'I',
      enabled: () => state().isolated !== null || state().selection.members.length > 0,
      run: () => state().isolateSelected(),
    },
    { id: 'fit', title: 'Fit the view', shortcut: 'F', run: () => state().fit() },
    {
      id: 'form',
      title: 'Lines, solids or axes only',
      shortcut: 'O',
      run: () => state().look({ form: nextForm[state().form] }),
    },
    { id: 'space', title: 'View in space', shortcut: 'V', run: () => state().look({ plane: { kind: '3d' } }) },
    {
      id: 'select-all',
      title: 'Select all members in view',
      shortcut: 'Ctrl A',
      run: () => selectAllInView(workbench),
    },
    ...(['beam', 'column', 'brace'] as const).map((role): Command => ({
      id: `select-${role}s`,
      title: `Select all ${role}s in view`,
      run: () => selectAllInView(workbench, role),
    })),
    {
      id: 'ortho',
      title: 'Draw square only, along the plane’s directions, or freely again',
      shortcut: 'Q',
      run: () => state().look({ orthogonal: !state().orthogonal }),
    },
    {
      id: 'show-kinds',
      title: 'Hide and show by kind: columns, beams, braces, slabs, walls, loads, labels',
      run: () => state().look({ displayOpen: true }),
    },
    ...visibleKinds.map((kind): Command => ({
      id: `visible-${kind}`,
      title: `${state().visible[kind] ? 'Hide' : 'Show'} ${visibleNames[kind]}`,
      run: () => state().look({ visible: { ...state().visible, [kind]: !state().visible[kind] } }),
    })),
    {
      id: 'lock',
      title: 'Lock the selected members and nodes against edits',
      enabled: () => hasSelection() && chosenIds().some((id) => !isLocked(id)),
      run: () => lockSelected(workbench, true),
    },
    {
      id: 'unlock',
      title: 'Unlock the selected members and nodes',
      enabled: () => chosenIds().some(isLocked),
      run: () => lockSelected(workbench, false),
    },
    {
      id: 'delete',
      title: 'Delete what is selected',
      shortcut: 'Delete',
      enabled: canDelete,
      run: () => deleteSelected(workbench),
    },
    { id: 'undo', title: 'Undo', shortcut: 'Ctrl Z', run: () => void state().undo() },
    { id: 'redo', title: 'Redo', shortcut: 'Ctrl Y', run: () => void state().redo() },
    { id: 'history', title: 'Show the history', shortcut: 'H', run: () => state().openCard('history') },
    { id: 'findings', title: 'Show the findings', shortcut: 'G', run: () => state().openCard('findings') },
    { id: 'log', title: 'Show the analysis log', run: () => state().openCard('log') },
    {
      id: 'ledger',
      title: 'Fold or unfold the ledger',
      shortcut: 'L',
      run: () => state().look({ ledgerOpen: !state().ledgerOpen }),
    },
    {
      id: 'worst',
      title: 'Select the member with the worst utilisation',
      shortcut: 'W',
      enabled: () => (worstOf(state().checks) ?? worstOf(state().pierChecks)) !== undefined,
      run: () => selectWorst(workbench),
    },
    {
      id: 'member-page',
      title: 'Open the page of the selected member',
      shortcut: 'P',
      enabled: () => state().selection.members.length === 1,
      run: () => state().openPage({ kind: 'member', member: state().selection.members[0] }),
    },
    {
      id: 'sheet',
      title: 'Open the calculation sheet of the selected member',
      shortcut: 'C',
      enabled: () => state().selection.members.length === 1,
      run: () =>
        state().look({ stage: 'checks', panel: { kind: 'sheet', member: state().selection.members[0], check: null } }),
    },
    {
      id: 'variants',
      title: 'Variants: branch, switch, compare what is watched',
      shortcut: 'Shift V',
      run: () => state().look({ stage: 'results', panel: { kind: 'variants' } }),
    },
    {
      id: 'compare',
      title: 'Compare with a variant, revision, case, run or order of analysis',
      shortcut: 'Shift K',
      run: () => state().look({ stage: 'results', panel: { kind: 'compare' } }),
    },
    {
      id: 'runs',
      title: 'Runs: keep results, run on the server',
      run: () => state().look({ stage: 'results', panel: { kind: 'runs' } }),
    },
    {
      id: 'plausibility',
      title: 'Is it plausible? The sheet to sign',
      shortcut: 'Shift P',
      run: () => state().look({ stage: 'results', panel: { kind: 'plausibility' } }),
    },
    {
      id: 'support-rows',
      title: 'Page of the rows of supports',
      run: () => state().look({ stage: 'results', panel: { kind: 'supports' } }),
    },
    {
      id: 'soil-page',
      title: 'Page of the soil and its balance',
      run: () => state().look({ stage: 'results', panel: { kind: 'soil' } }),
    },
    {
      id: 'flanged-beams',
      title: 'Beams with slabs: forces of T sections (effective width)',
      run: () => showTab('flangedBeams'),
    },
    {
      id: 'check-register',
      title: 'What Elbow checks, and what it does not',
      run: () => state().look({ stage: 'checks', panel: { kind: 'register' } }),
    },
    {
      id: 'loop',
      title: 'Close the loop: bars from forces, stiffness from bars, and forces anew, until nothing changes',
      enabled: () => concreteOf(state().model, Object.keys(state().model.members)).length > 0,
      run: () => state().look({ stage: 'checks', panel: { kind: 'loop' } }),
    },
    {
      id: 'accept-bars',
      title: 'Accept the proposed bars of the selected beams and columns',
      enabled: () => state().selection.members.length > 0,
      run: () => void acceptBars(workbench, state().selection.members),
    },
    {
      id: 'lay-out-bars',
      title: 'Lay out the bars of the selected beams: over supports, in spans, stirrups in zones',
      enabled: () => concreteOf(state().model, state().selection.members, 'beam').length > 0,
      run: () =>
        void layOutBars(
          workbench,
          concreteOf(state().model, state().selection.members, 'beam').map(({ id }) => id),
        ),
    },
    {
      id: 'line-bars',
      title: 'Bars of the selected beam from the side, and their schedule',
      enabled: () => concreteOf(state().model, state().selection.members, 'beam').length > 0,
      run: () =>
        state().look({
          panel: { kind: 'line', member: concreteOf(state().model, state().selection.members, 'beam')[0].id },
          part: 'bars',
        }),
    },
    {
      id: 'interaction-diagrams',
      title: 'Interaction diagrams of the selected column, with its section',
      enabled: () => concreteOf(state().model, state().selection.members, 'column').length > 0,
      run: () =>
        state().look({
          panel: { kind: 'line', member: concreteOf(state().model, state().selection.members, 'column')[0].id },
          part: 'cage',
        }),
    },
    {
      id: 'cages',
      title: 'Cages of columns: bars, ties and percent of steel',
      run: () =>
        state().look({ stage: 'checks', ledgerOpen: true, ledgerTab: { ...state().ledgerTab, checks: 'cages' } }),
    },
    {
      id: 'lifts',
      title: 'Lifts of columns: what is missing before they can be designed',
      run: () =>
        state().look({ stage: 'checks', ledgerOpen: true, ledgerTab: { ...state().ledgerTab, checks: 'lifts' } }),
    },
    {
      id: 'pier-checks',
      title: 'Piers of walls: bars, percent of steel and what governs',
      enabled: () => Object.values(state().model.walls).some(isMeshed),
      run: () =>
        state().look({ stage: 'checks', ledgerOpen: true, ledgerTab: { ...state().ledgerTab, checks: 'piers' } }),
    },
    {
      id: 'mends',
      title: 'What would mend a member that does not hold: the selected one, or the worst',
      enabled: () => failing(state()) !== undefined,
      run: () => state().look({ stage: 'checks', panel: { kind: 'line', member: failing(state())! }, part: 'mends' }),
    },
    {
      id: 'bar-areas',
      title: 'Bars of beams: areas asked for and provided',
      run: () =>
        state().look({ stage: 'checks', ledgerOpen: true, ledgerTab: { ...state().ledgerTab, checks: 'bars' } }),
    },
    {
      id: 'checks-off',
      title: 'Switch off the checks of the selected members',
      enabled: () => state().selection.members.some((id) => !state().model.members[id]?.unchecked),
      run: () => switchChecks(workbench, state().selection.members, false),
    },
    {
      id: 'checks-on',
      title: 'Switch the checks of the selected members on again',
      enabled: () => state().selection.members.some((id) => state().model.members[id]?.unchecked),
      run: () => switchChecks(workbench, state().selection.members, true),
    },
    {
      id: 'copy-rules',
      title: 'Copy the design rules of the selected beams or columns as a set of their own',
      enabled: () => concreteOf(state().model, state().selection.members).length > 0,
      run: () => {
        const { model, selection } = state();
        const members = concreteOf(model, selection.members);
        copyRules(
          workbench,
          members[0].rules,
          members.map(({ id }) => id),
        );
      },
    },
    {
      id: 'design-lines',
      title: 'Design lines: beams over several spans, columns by lifts',
      run: () =>
        state().look({ stage: 'checks', ledgerOpen: true, ledgerTab: { ...state().ledgerTab, checks: 'lines' } }),
    },
    {
      id: 'design-line',
      title: 'Design line of the selected member: supports, spans, split',
      enabled: () => state().selection.members.length > 0,
      run: () => state().openPage({ kind: 'line', member: state().selection.members[0] }),
    },
    {
      id: 'join-lines',
      title: 'Join the design lines of the selected members into one',
      enabled: () => state().selection.members.length > 1,
      run: () => {
        const { model, selection, commit, notify } = state();
        const done = joinLines(model, linesOf(model, selection.members));
        if (done.ok) commit(done.act);
        else notify(done.error, 'error');
      },
    },
    {
      id: 'piers',
      title: 'Piers of walls, their forces by storey',
      enabled: () => hasDividedWalls(state().model),
      run: () => showTab('piers'),
    },
    {
      id: 'coupling-beams',
      title: 'Coupling beams of walls (lintels, spandrels)',
      enabled: () => wallParts(state().model).beams.length > 0,
      run: () => showTab('couplingBeams'),
    },
    {
      id: 'watch-list',
      title: 'Show or hide the watch list',
      shortcut: 'Shift W',
      run: () => state().look({ watchOpen: !state().watchOpen }),
    },
    {
      id: 'animate',
      title: 'Animate the drawn movement, or stop it',
      shortcut: 'Shift Y',
      run: () => state().look({ animated: !state().animated }),
    },
    {
      id: 'drawn',
      title: 'How results are drawn: scale, side, colours',
      shortcut: 'Shift R',
      run: () => state().look({ stage: 'results', resultsOpen: !state().resultsOpen }),
    },
    { id: 'picture-png', title: 'Save a picture of the view as PNG', run: () => void savePicture(workbench, 'png') },
    { id: 'picture-svg', title: 'Save a picture of the view as SVG', run: () => void savePicture(workbench, 'svg') },
    ...placesToGo(workbench),
    ...inOrder(state().model.storeys).map((storey): Command => ({
      id: `storey-${storey.id}`,
      title: `Page of storey ${storey.label}`,
      run: () => state().look({ stage: 'results', panel: { kind: 'storey', storey: storey.id } }),
    })),
    { id: 'combine', title: 'Generate the combinations', run: () => generate(workbench) },
    { id: 'shortcuts', title: 'Show the shortcuts', shortcut: '?', run: () => state().openCard('shortcuts') },
    ...inOrder(state().model.storeys).map((storey): Command => ({
      id: `plan-${storey.id}`,
      title: `Plan of ${storey.label}`,
      run: () => state().look({ plane: { kind: 'plan', storey: storey.id } }),
    })),
    ...inOrder(state().model.planes).map((plane): Command => ({
      id: `plane-${plane.id}`,
      title: `View of plane ${plane.label}`,
      run: () => state().look({ plane: { kind: 'plane', plane: plane.id } }),
    })),
    ...inOrder(state().model.views).map((view): Command => ({
      id: `view-${view.id}`,
      title: `Saved view ${view.label}`,
      run: () => showView(workbench, view),
    })),
    ...inOrder(state().model.gridLines).map((line): Command => ({
      id: `elevation-${line.id}`,
      title: `Elevation on grid ${line.label}`,
      run: () => state().look({ plane: { kind: 'elevation', gridLine: line.id } }),
    })),
  ];
}

/** Grows the selection to all members of the same role, section and material. */
export function selectSimilar(workbench: Workbench): void {
  const { model, selection, select } = workbench.getState();
  const kind = (id: string) => `${model.members[id].role} ${model.members[id].section} ${model.members[id].material}`;
  const wanted = new Set(selection.members.map(kind));
  select({ members: Object.keys(model.members).filter((id) => wanted.has(kind(id))) });
}

/** Selects what is in view, of one role or all: in a plan its beams and columns, of an isolated set its members, and nothing that is hidden. */
export function selectAllInView(workbench: Workbench, role?: Member['role']): void {
  const { model, plane, isolated, hidden, visible, select } = workbench.getState();
  const scope = scopeOf(model, plane, isolated, hidden, visible);
  const inView = [...scope.members, ...scope.onEnd.map(({ member }) => member)];
  select({
    members: [...new Set(inView.flatMap((one) => (role === undefined || one.role === role ? [one.id] : [])))],
  });
}

/** Locks what is selected against edits, or takes the lock away. */
export function lockSelected(workbench: Workbench, lock: boolean): void {
  const { model, selection, commit } = workbench.getState();
  const chosen = [...selection.members, ...selection.nodes];
  // what was deleted meanwhile need not stay locked
  const before = (model.settings.locked ?? []).filter((id) => id in model.members || id in model.nodes);
  const locked = lock ? [...new Set([...before, ...chosen])] : before.filter((id) => !chosen.includes(id));
  commit({
    edits: [{ kind: 'settings.change', fields: { locked } }],
    sentence: `${lock ? 'Locked' : 'Unlocked'} ${chosen.length === 1 ? chosen[0] : `${chosen.length} members and nodes`}`,
  });
}

/** Adds what touches the selection: members at its nodes and the nodes of its members; with `whole`, on and on. */
export function growSelection(workbench: Workbench, whole = false): void {
  const { model, selection, select } = workbench.getState();
  const members = new Set(selection.members);
  const nodes = new Set([
    ...selection.nodes,
    ...selection.members.flatMap((id) => [model.members[id].start, model.members[id].end]),
  ]);
  for (let grew = true; grew; grew = whole && grew) {
    grew = false;
    const touched = Object.values(model.members).filter(
      (member) => !members.has(member.id) && (nodes.has(member.start) || nodes.has(member.end)),
    );
    for (const member of touched) {
      members.add(member.id);
      if (whole) nodes.add(member.start).add(member.end);
      grew = true;
    }
    if (!whole) break;
  }
  select({ members: [...members], nodes: selection.members.length === 0 && !whole ? [...selection.nodes] : [] });
}

/** Selects everything that lies in a member's slope, floor or grid plane. @param more whether it is added to what is selected */
export function selectWholePlane(workbench: Workbench, id: string, more: boolean): void {
  const { model, selection, select, notify } = workbench.getState();
  const whole = planeOfMember(model, id);
  if (!whole) {
    notify(`${id} lies in no slope, floor or grid plane with others.`);
    return;
  }
  select({
    members: more ? [...new Set([...selection.members, ...whole.members])] : [...whole.members],
    nodes: more ? selection.nodes : [],
  });
  notify(`${whole.label}: ${count(whole.members.length, 'member')} selected.`);
}

/** Selects the members that are not selected, or the nodes when only nodes are. */
export function invertSelection(workbench: Workbench): void {
  const { model, selection, select, hidden } = workbench.getState();
  const away = new Set(hidden);
  const only = (all: readonly string[], chosen: readonly string[]) => {
    const set = new Set(chosen);
    return all.filter((id) => !set.has(id));
  };
  if (selection.members.length === 0 && selection.nodes.length > 0)
    select({ nodes: only(Object.keys(model.nodes), selection.nodes) });
  else select({ members: only(Object.keys(model.members), selection.members).filter((id) => !away.has(id)) });
}

/** Deletes what is selected; in the Loads stage the loads that were clicked, when nothing else is. */
export function deleteSelected(workbench: Workbench): void {
  const { selection, stage, model, select } = workbench.getState();
  if (sizeOf(selection) === 0) {
    const loads = stage === 'loads' ? selection.loads.filter((id) => id in model.loads) : [];
    if (loads.length > 0 && commitAndTell(workbench, { edits: [{ kind: 'remove', table: 'loads', ids: loads }] }))
      select({});
    return;
  }
  // what goes with a node is not asked to go by itself
  const nodes = new Set(selection.nodes);
  const members = selection.members.filter(
    (id) => !nodes.has(model.members[id].start) && !nodes.has(model.members[id].end),
  );
  const edits = selectableTables.flatMap((table): Edit[] => {
    const ids = table === 'loads' ? [] : table === 'members' ? members : selection[table];
    return ids.length > 0 ? [{ kind: 'remove', table, ids: [...ids] }] : [];
  });
  if (edits.length > 0) commitAndTell(workbench, { edits });
}

export function selectWorst(workbench: Workbench): void {
  const { checks, pierChecks, openPage } = workbench.getState();
  const [worst, pier] = [worstOf(checks), worstOf(pierChecks)];
  if (pier && pier.utilisation > (worst?.utilisation ?? 0)) {
    workbench.getState().look({ stage: 'checks' });
    openPage({ kind: 'part', part: pier.memberId });
  } else if (worst)
    workbench.getState().look({
      stage: 'checks',
      selection: selectionOf({ members: [worst.memberId] }),
      panel: { kind: 'sheet', member: worst.memberId, check: worst.id },
    });
}

export function generate(workbench: Workbench): void {
  const { model, commit, notify } = workbench.getState();
  const act = generateCombinations(model);
  if (act) commit(act);
  else notify('There is no load case to combine. Add one in the Loads stage first.');
}

/** The command a key press means, if any. */
export function commandForKey(
  commands: readonly Command[],
  event: { key: string; ctrlKey: boolean; metaKey: boolean; shiftKey: boolean; altKey: boolean },
): Command | undefined {
  if (event.altKey) return undefined;
  const control = event.ctrlKey || event.metaKey;
  const key = event.key === 'Backspace' ? 'Delete' : event.key.length === 1 ? event.key.toUpperCase() : event.key;
  const shifted = event.shiftKey && /^[A-Z]$/.test(key) ? `Shift ${key}` : key;
  const pressed = control ? `Ctrl ${event.shiftKey && key === 'Z' ? 'Y' : key}` : shifted;
  return commands.find((command) => command.shortcut === pressed && (command.enabled?.() ?? true));
}

/** The member that is to be mended: the first selected one that fails, or the worst. */
function failing({ selection, checks }: WorkbenchState): string | undefined {
  const selected = selection.members.find((id) => checks.get(id)?.verdict === 'fails');
  const worst = worstOf(checks);
  return selected ?? (worst && worst.utilisation > 1 ? worst.memberId : undefined);
}
