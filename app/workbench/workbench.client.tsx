import { App } from 'antd';
import { useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { useSearchParams } from 'react-router';
import { createWorkbench, useWorkbench, useWorkbenchApi, WorkbenchContext, type OpenedProject } from '../state/store';
import { rememberView, stages, type Stage } from '../state/view-slice';
import { Canvas } from './canvas/canvas.client';
import { commandForKey, workbenchCommands } from './commands';
import { DetailsCard } from './details/details-card';
import { ColorLegend, DisplayCard } from './display/display-card';
import { Ledger, ledgerHeights } from './ledger/ledger';
import { actingLoads, receivedLoads } from './canvas/acting';
import { scaleOfLoads } from './canvas/load-glyphs';
import { isEnvelope, shownWords } from '~core/results';
import { CaseStrip } from './shell/case-strip';
import { Palette } from './shell/palette';
import { Popovers } from './shell/popovers';
import { Rail } from './shell/rail';
import { TopBar } from './shell/top-bar';
import { quantityNames, ToolBar, ViewBar, Views } from './shell/view-bar';

/** The workbench of one opened project: makes its store, starts its solver, and stops both when it is left. */
export function Workbench({ opened }: { opened: OpenedProject }) {
  const [workbench, setWorkbench] = useState<ReturnType<typeof createWorkbench>>();
  useEffect(() => {
    const made = createWorkbench(opened);
    const stopSolver = made.getState().startSolver();
    const stopRemembering = rememberView(opened.projectId, made);
    const catchUp = () => document.visibilityState === 'visible' && void made.getState().catchUp();
    document.addEventListener('visibilitychange', catchUp);
    setWorkbench(made);
    return () => {
      stopSolver();
      stopRemembering();
      document.removeEventListener('visibilitychange', catchUp);
    };
  }, [opened]);
  if (!workbench) return null;
  return (
    <WorkbenchContext value={workbench}>
      <Screen />
    </WorkbenchContext>
  );
}

/** Room the buttons of the views need at the right of the bars. */
const viewsWidth = 250;
const [gap, railWidth, detailsWidth, panelWidth, stripHeight] = [10, 62, 292, 660, 58];

function Screen() {
  const wide = useWorkbench((state) => state.panel !== null);
  const ledgerOpen = useWorkbench((state) => state.ledgerOpen);
  const paletteOpen = useWorkbench((state) => state.paletteOpen);
  const displayOpen = useWorkbench((state) => state.displayOpen);
  useShortcuts();
  useStageInAddress();
  useNotices();
  const right = (wide ? panelWidth : detailsWidth) + 2 * gap;
  const bottom = stripHeight + (ledgerOpen ? ledgerHeights.open : ledgerHeights.folded) + 3 * gap;
  const insets = useMemo(() => ({ left: railWidth + 2 * gap, right, top: 52, bottom }), [right, bottom]);
  return (
    <div className="workbench">
      <TopBar />
      <main className="stagearea">
        <Canvas insets={insets} />
        <Rail />
        <div className="top-left" style={{ right: right + viewsWidth }}>
          <ViewBar />
          <ToolBar />
          <Caption />
        </div>
        <Views right={right} />
        <Ledger right={right} />
        <CaseStrip right={right} />
        <DetailsCard />
      </main>
      <Popovers />
      {displayOpen && <DisplayCard />}
      <ColorLegend right={right} />
      {paletteOpen && <Palette />}
    </div>
  );
}

/** What the picture shows, like a drawing's title: quantity, case, scale. */
function Caption() {
  const stage = useWorkbench((state) => state.stage);
  const model = useWorkbench((state) => state.model);
  const shown = useWorkbench((state) => state.shown);
  const quantity = useWorkbench((state) => state.quantity);
  const solved = useWorkbench((state) => state.solved);
  const current = useWorkbench((state) => state.solveStatus === 'done' || state.solveStatus === 'checking');
  const scale = useWorkbench((state) => state.scaleText);
  const shape = useWorkbench((state) => state.shape);
  const loadStyle = useWorkbench((state) => state.loadStyle);
  if (shape && scale !== '') {
    return (
      <div className="caption-block">
        <div className="strong">{scale}</div>
        <div className="caption">a shape without size: only how places move against each other</div>
      </div>
    );
  }
  if (stage !== 'results' && stage !== 'loads' && stage !== 'checks') return null;
  const words = shownWords(model, shown);
  const loadScale = stage === 'loads' ? scaleOfLoads(loadStyle.received ? receivedLoads(model, actingLoads(model, shown)) : actingLoads(model, shown), model.settings.units) : '';
  const lines: [ReactNode, string] =
    stage === 'checks'
      ? ['Utilisation', 'worst of all strength combinations']
      : stage === 'loads'
        ? [`Loads, ${words.name}`, isEnvelope(shown) ? 'an envelope has no loads; choose a case' : [words.detail, loadScale].filter((part) => part !== '').join(' · ')]
        : !solved
          ? ['No results', 'the analysis stopped']
          : [<>{quantityNames[quantity]}, {words.name}</>, quantity === 'deflected' && isEnvelope(shown) ? 'an envelope has no shape; choose a case or combination' : quantity === 'reactions' && isEnvelope(shown) ? 'choose a case or combination' : `${scale}${quantity === 'My' || quantity === 'Mz' ? ', on the tension side' : ''}`];
  return (
    <div className="caption-block">
      <div className="strong">{lines[0]}</div>
      <div className="caption">
        {lines[1]}
        {!current && solved ? ' · of the model before the last change' : ''}
      </div>
    </div>
  );
}

/** Keys that act wherever the focus is, except while typing. */
function useShortcuts(): void {
  const workbench = useWorkbenchApi();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault();
        workbench.getState().look({ paletteOpen: true });
        return;
      }
      const target = event.target as HTMLElement;
      if (event.defaultPrevented || target.closest('input, textarea, [contenteditable], .ant-select, [role="menu"]')) return;
      if (event.key === 'Escape') {
        const state = workbench.getState();
        if (state.popover !== 'none') state.look({ popover: 'none' });
        else if (state.panel) state.look({ panel: null });
        else if (state.builderOpen) state.look({ builderOpen: false });
        else if (state.displayOpen) state.look({ displayOpen: false });
        else if (state.tool !== 'select') state.look({ tool: 'select' });
        else if (state.openTool) state.look({ openTool: null, preview: [] });
        else state.select({});
        return;
      }
      const command = commandForKey(workbenchCommands(workbench), event);
      if (!command) return;
      event.preventDefault();
      command.run();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [workbench]);
}

/** Keeps the stage in the address, so that it survives a reload and can be linked. */
function useStageInAddress(): void {
  const workbench = useWorkbenchApi();
  const stage = useWorkbench((state) => state.stage);
  const [search, setSearch] = useSearchParams();
  const named = search.get('stage');
  const began = useRef(false);
  useEffect(() => {
    if (!began.current) {
      began.current = true;
      if (stages.includes(named as Stage)) {
        workbench.getState().look({ stage: named as Stage });
        return;
      }
    }
    if (named !== stage) setSearch({ stage }, { replace: true, preventScrollReset: true });
  }, [stage, named, setSearch, workbench]);
}

/** Shows notices as they come. */
function useNotices(): void {
  const workbench = useWorkbenchApi();
  const notices = useWorkbench((state) => state.notices);
  const { message } = App.useApp();
  useEffect(() => {
    for (const notice of notices) {
      void message.open({ key: notice.id, type: notice.tone === 'error' ? 'error' : 'info', content: notice.text, duration: notice.tone === 'error' ? 8 : 4 });
      workbench.getState().dismiss(notice.id);
    }
  }, [notices, message, workbench]);
}
