import { Button } from 'antd';
import { lazy, Suspense, type ComponentType } from 'react';
import { useWorkbench } from '../../state/store';
import { FrameDetails } from './frame-details';
import { LoadDetails } from './load-details';
import { AnalysisDetails } from './analysis-details';
import { ReportDetails } from './stage-cards';
import { CheckDetails } from './check-details';
import { ResultDetails } from './result-details';

function Opening() {
  return (
    <aside className="details card" aria-label="Details">
      <p className="details-body caption" role="status">
        opening …
      </p>
    </aside>
  );
}

/** In place of a page whose code could not be fetched. */
function Unfetched() {
  const closePage = useWorkbench((state) => state.closePage);
  return (
    <aside className="details card" aria-label="Details">
      <div className="details-body">
        <p className="over" role="alert">
          This page could not be fetched: the server cannot be reached. Your work is kept in this browser; when the
          server is back, load the project again.
        </p>
        <Button onClick={() => closePage()}>Close</Button>
      </div>
    </aside>
  );
}

const asked: (() => Promise<unknown>)[] = [];

/** A page whose code is fetched when it is opened first, or when there is time for it. */
function page<P extends object>(load: () => Promise<ComponentType<P>>): ComponentType<P> {
  asked.push(load);
  return lazy(async () => ({ default: await load().catch(() => Unfetched) }));
}

const SheetPanel = page(() => import('../pages/sheet-panel').then((file) => file.SheetPanel));
const RulePanel = page(() => import('../pages/rule-panel').then((file) => file.RulePanel));
const MemberPage = page(() => import('../pages/member-page').then((file) => file.MemberPage));
const ComparePage = page(() => import('../pages/compare-page').then((file) => file.ComparePage));
const RunsPage = page(() => import('../pages/runs-page').then((file) => file.RunsPage));
const VariantsPage = page(() => import('../pages/variants-page').then((file) => file.VariantsPage));
const PlausibilityPage = page(() => import('../pages/plausibility-page').then((file) => file.PlausibilityPage));
const ResidualPage = page(() => import('../pages/residual-page').then((file) => file.ResidualPage));
const StoreyPage = page(() => import('../pages/storey-page').then((file) => file.StoreyPage));
const LoopPage = page(() => import('../pages/loop-page').then((file) => file.LoopPage));
const RegisterPage = page(() => import('../pages/register-page').then((file) => file.RegisterPage));
const LinePage = page(() => import('../pages/line-page').then((file) => file.LinePage));
const WallPartPage = page(() => import('../pages/wall-part-page').then((file) => file.WallPartPage));
const SoilPage = page(() => import('../pages/soil-page').then((file) => file.SoilPage));
const SupportsPage = page(() => import('../pages/supports-page').then((file) => file.SupportsPage));
const WhyPage = page(() => import('../pages/why-page').then((file) => file.WhyPage));
const SectionsPage = page(() => import('../pages/sections-page').then((file) => file.SectionsPage));
const SettingsPage = page(() => import('../pages/settings-page').then((file) => file.SettingsPage));
const ReportPreview = page(() => import('../pages/report-preview').then((file) => file.ReportPreview));

/** Fetches the code of all pages ahead of need. */
export function fetchPages(): void {
  for (const load of asked) void load().catch(() => undefined);
}

/** The card at the right: what is selected, or what the stage offers. */
export function DetailsCard() {
  return (
    <Suspense fallback={<Opening />}>
      <Shown />
    </Suspense>
  );
}

function Shown() {
  const stage = useWorkbench((state) => state.stage);
  const panel = useWorkbench((state) => state.panel);
  if (panel?.kind === 'sheet') return <SheetPanel member={panel.member} check={panel.check} />;
  if (panel?.kind === 'rule') return <RulePanel rule={panel.rule} sheet={panel.sheet} />;
  switch (panel?.kind) {
    case 'member':
      return <MemberPage member={panel.member} />;
    case 'storey':
      return <StoreyPage storey={panel.storey} />;
    case 'register':
      return <RegisterPage />;
    case 'loop':
      return <LoopPage />;
    case 'line':
      return <LinePage member={panel.member} />;
    case 'part':
      return <WallPartPage part={panel.part} />;
    case 'supports':
      return <SupportsPage />;
    case 'soil':
      return <SoilPage />;
    case 'plausibility':
      return <PlausibilityPage />;
    case 'residual':
      return <ResidualPage of={panel.of} />;
    case 'why':
      return <WhyPage node={panel.node} direction={panel.direction} />;
    case 'variants':
      return <VariantsPage />;
    case 'runs':
      return <RunsPage />;
    case 'compare':
      return <ComparePage />;
    case 'settings':
      return <SettingsPage />;
    case 'sections':
      return <SectionsPage />;
    case 'preview':
      return <ReportPreview />;
    case undefined:
      break;
  }
  switch (stage) {
    case 'frame':
      return <FrameDetails />;
    case 'loads':
      return <LoadDetails />;
    case 'analysis':
      return <AnalysisDetails />;
    case 'results':
      return <ResultDetails />;
    case 'checks':
      return <CheckDetails />;
    case 'report':
      return <ReportDetails />;
  }
}
