import { App } from 'antd';
import { useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { useSearchParams } from 'react-router';
import { createWorkbench, useWorkbench, useWorkbenchApi, WorkbenchContext, type OpenedProject } from '../state/store';
import { addressOfPanel, panelOfAddress } from '../state/panel-address';
import { panelIsThere, rememberView, stages, type Stage } from '../state/view-slice';
import { commandForKey, workbenchCommands } from './commands/commands';
import { DetailsCard, fetchPages } from './stages/details-card';
import { ColorLegend, DisplayCard } from './cards/display-card';
import { Ledger, ledgerHeights } from './ledger/ledger';
import { actingLoads, receivedLoads } from './picture/acting';
import { scaleOfLoads } from './picture/load-glyphs';
import { isEnvelope, shownWords, resultQuantities } from '~core/results';
import { CaseStrip } from './shell/case-strip';
import { Palette } from './shell/palette';
import { Popovers } from './shell/popovers';
import { Rail } from './shell/rail';
import { TopBar } from './shell/top-bar';
import { followServer } from '../state/live';
import { browserStore } from '../state/unsent';
import { followWatches } from '../state/watch-slice';
import { windowId } from '../state/window-id';
import { ResultDisplay, ValueLegend } from './cards/display-of-results';
import { PaneLayout } from './canvas/pane-layout';
import { WatchCard } from './cards/watch-card';
import { quantityNames } from './words/quantity-names';
import { ToolBar, ViewBar, Views } from './shell/view-bar';

/** The code of pages is fetched so long after a project is opened, ms. */
const pagesAfter = 5000;

/** The workbench of one opened project: makes its store, starts its solver, and stops both when it is left. */
export function Workbench({ opened }: { opened: OpenedProject }) {
  const [workbench, setWorkbench] = useState<ReturnType<typeof createWorkbench>>();
  useEffect(() => {
    const made = createWorkbench(opened, windowId(), browserStore(opened.projectId, opened.variantId));
    const stopSolver = made.getState().startSolver();
    const stopRemembering = rememberView(opened.projectId, made);
    const stopWatching = followWatches(made);
    const stopFollowing = followServer(made, opened.variantId);
    void made.getState().takeUpUnsent();
    setWorkbench(made);
    // once what was asked for is on the screen and solved
    const later = setTimeout(fetchPages, pagesAfter);
    return () => {
      clearTimeout(later);
      stopSolver();
      stopRemembering();
      stopWatching();
      stopFollowing();
    };
  }, [opened]);
  if (!workbench) return null;
  return (
    <WorkbenchContext value={workbench}>
      <InUnits />
    </WorkbenchContext>
  );
}

/** The screen, made anew when the project chooses other units: every text on it may be written otherwise. */
function InUnits() {
  const units = useWorkbench((state) => JSON.stringify(state.model.settings.ownUnits ?? {}));
  return <Screen key={units} />;
}

/** Room the buttons of the views need at the right of the bars. */
const viewsWidth = 320;
/** Height of the row of views, which takes a row of its own when a page is open beside it. */
const viewsRow = 42;
const [gap, railWidth, detailsWidth, panelWidth, stripHeight] = [10, 62, 292, 660, 58];

function Screen() {
  const wide = useWorkbench((state) => state.panel !== null);
  const ledgerOpen = useWorkbench((state) => state.ledgerOpen);
  const paletteOpen = useWorkbench((state) => state.paletteOpen);
  const displayOpen = useWorkbench((state) => state.displayOpen);
  const resultsOpen = useWorkbench((state) => state.resultsOpen && state.stage === 'results');
  const single = useWorkbench((state) => state.panes.length === 0 || state.stage !== 'results');
  useShortcuts();
  useStageInAddress();
  useNotices();
  const right = (wide ? panelWidth : detailsWidth) + 2 * gap;
  const bottom = stripHeight + (ledgerOpen ? ledgerHeights.open : ledgerHeights.folded) + 3 * gap;
  const top = 52 + (wide ? viewsRow : 0);
  const insets = useMemo(() => ({ left: railWidth + 2 * gap, right, top, bottom }), [right, top, bottom]);
  return (
    <div className="workbench">
      <TopBar />
      <main className="stagearea">
        <PaneLayout insets={insets} />
        <Rail />
        <div className="top-left" style={wide ? { right, top: gap + viewsRow } : { right: right + viewsWidth }}>
          <ViewBar />
          <ToolBar />
          {single && <Caption />}
        </div>
        <Views right={right} />
        <Ledger right={right} />
        <CaseStrip right={right} />
        <DetailsCard />
      </main>
      <Popovers />
      {displayOpen && <DisplayCard />}
      {resultsOpen && <ResultDisplay />}
      <ValueLegend right={right} />
      <WatchCard right={right} bottom={bottom} />
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
  const drawn = useWorkbench((state) => state.drawn);
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
  const loadScale =
    stage === 'loads'
      ? scaleOfLoads(
          loadStyle.received ? receivedLoads(model, actingLoads(model, shown)) : actingLoads(model, shown),
          model.settings.units,
        )
      : '';
  const lines: [ReactNode, string] =
    stage === 'checks'
      ? ['Utilisation', 'worst of strength and service']
      : stage === 'loads'
        ? [
            `Loads, ${words.name}`,
            isEnvelope(shown)
              ? 'an envelope has no loads; choose a case'
              : [words.detail, loadScale].filter((part) => part !== '').join(' · '),
          ]
        : !solved
          ? ['No results', 'the analysis stopped']
          : [
              <>
                {quantityNames[quantity]}, {words.name}
              </>,
              quantity === 'deflected' && isEnvelope(shown)
                ? 'an envelope has no shape; choose a case or combination'
                : quantity === 'utilisation'
                  ? 'worst of strength and service'
                  : quantity === 'reactions'
                    ? 'resultant R and components, moments where a turn is held'
                    : quantity === 'drift' && isEnvelope(shown)
                      ? 'the largest of each storey, with the combination'
                      : `${scale}${drawn.paint === 'diagrams' && resultQuantities[quantity].bends ? `, on the ${drawn.mirrored ? 'compression' : 'tension'} side` : ''}${isEnvelope(shown) && drawn.side !== 'both' ? `, only the ${drawn.side === 'max' ? 'largest' : 'smallest'}` : ''}`,
            ];
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

/** Whether keys go into what has the focus: boxes of text and open lists. A ticked box or a closed list takes none. */
function takesText(target: HTMLElement): boolean {
  if (target.closest('textarea, [contenteditable]')) return true;
  if (!(target instanceof HTMLInputElement)) return false;
  if (['checkbox', 'radio', 'button', 'range'].includes(target.type)) return false;
  return !target.readOnly || target.getAttribute('aria-expanded') === 'true';
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
      // a closed list that is searched by typing is left, so that keys act again
      if (
        event.key === 'Escape' &&
        target instanceof HTMLInputElement &&
        target.closest('.ant-select') &&
        target.getAttribute('aria-expanded') !== 'true'
      )
        target.blur();
      if (event.defaultPrevented || takesText(target) || target.closest('[role="menu"], [role="listbox"]')) return;
      if (event.key === 'Escape') {
        const state = workbench.getState();
        if (state.popover !== 'none') state.closeCard();
        else if (state.panel) state.closePage();
        else if (state.builderOpen) state.look({ builderOpen: false });
        else if (state.displayOpen || state.resultsOpen) state.look({ displayOpen: false, resultsOpen: false });
        else if (state.tool !== 'select') state.takeTool('select');
        else if (state.openTool) state.look({ openTool: null, preview: [] });
        else state.select({});
        return;
      }
      const command = commandForKey(workbenchCommands(workbench), event);
      if (!command) return;
      event.preventDefault();
      command.run();
    };
    // a closed list that is not searched would open at any letter: a letter that is a shortcut is one here too
    const onKeyInList = (event: KeyboardEvent) => {
      const { target } = event;
      if (
        !(target instanceof HTMLInputElement) ||
        !target.closest('.ant-select') ||
        !target.readOnly ||
        target.getAttribute('aria-expanded') === 'true' ||
        event.key.length !== 1 ||
        event.key === ' '
      )
        return;
      const command = commandForKey(workbenchCommands(workbench), event);
      if (!command) return;
      event.preventDefault();
      event.stopPropagation();
      command.run();
    };
    window.addEventListener('keydown', onKeyInList, true);
    window.addEventListener('keydown', onKey);
    return () => {
      window.removeEventListener('keydown', onKeyInList, true);
      window.removeEventListener('keydown', onKey);
    };
  }, [workbench]);
}

/** Keeps the stage and an open page in the address, so that they survive a reload and can be linked; the variant stays in it. */
function useStageInAddress(): void {
  const workbench = useWorkbenchApi();
  const stage = useWorkbench((state) => state.stage);
  const panel = useWorkbench((state) => state.panel);
  const [search, setSearch] = useSearchParams();
  const named = search.get('stage');
  const page = search.get('page');
  const wanted = addressOfPanel(panel);
  // the stage and page the address and the workbench last agreed on
  const agreed = useRef<string>(undefined);
  const key = (one: string | null, other: string | null) => `${one ?? ''}|${other ?? ''}`;
  // an address that is opened or gone back to
  useEffect(() => {
    if (agreed.current === key(named, page)) return;
    agreed.current = key(named, page);
    const { model, look } = workbench.getState();
    const opened = panelOfAddress(page);
    look({
      ...(stages.includes(named as Stage) ? { stage: named as Stage } : {}),
      panel: opened && panelIsThere(opened, model) ? opened : null,
    });
  }, [named, page, workbench]);
  // what was turned to in the workbench becomes a step one can go back from
  useEffect(() => {
    const { stage: now, panel: open } = workbench.getState();
    const next = addressOfPanel(open);
    if (agreed.current === key(now, next)) return;
    const first = named === null;
    agreed.current = key(now, next);
    setSearch(
      (before) => {
        const search = new URLSearchParams(before);
        search.set('stage', now);
        if (next === null) search.delete('page');
        else search.set('page', next);
        return search;
      },
      { replace: first, preventScrollReset: true },
    );
  }, [stage, wanted, named, setSearch, workbench]);
}

/** Shows notices as they come. */
function useNotices(): void {
  const workbench = useWorkbenchApi();
  const notices = useWorkbench((state) => state.notices);
  const { message } = App.useApp();
  useEffect(() => {
    for (const notice of notices) {
      void message.open({
        key: notice.id,
        type: notice.tone === 'error' ? 'error' : 'info',
        content: notice.text,
        duration: notice.tone === 'error' ? 8 : 4,
      });
      workbench.getState().dismiss(notice.id);
    }
  }, [notices, message, workbench]);
}
