import { useWorkbench } from '../../state/store';
import { FrameDetails } from './frame-details';
import { LoadDetails } from './load-details';
import { AnalysisDetails } from './analysis-details';
import { ReportDetails } from './stage-cards';
import { CheckDetails } from './check-details';
import { ResultDetails } from './result-details';
import { SheetPanel } from '../pages/sheet-panel';
import { RulePanel } from '../pages/rule-panel';
import { MemberPage } from '../pages/member-page';
import { ComparePage } from '../pages/compare-page';
import { RunsPage } from '../pages/runs-page';
import { VariantsPage } from '../pages/variants-page';
import { PlausibilityPage } from '../pages/plausibility-page';
import { ResidualPage } from '../pages/residual-page';
import { StoreyPage } from '../pages/storey-page';
import { SupportsPage } from '../pages/supports-page';
import { WhyPage } from '../pages/why-page';
import { SectionsPage } from '../pages/sections-page';
import { SettingsPage } from '../pages/settings-page';
import { ReportPreview } from '../pages/report-preview';

/** The card at the right: what is selected, or what the stage offers. */
export function DetailsCard() {
  const stage = useWorkbench((state) => state.stage);
  const panel = useWorkbench((state) => state.panel);
  if (panel?.kind === 'sheet') return <SheetPanel member={panel.member} check={panel.check} />;
  if (panel?.kind === 'rule') return <RulePanel rule={panel.rule} sheet={panel.sheet} />;
  switch (panel?.kind) {
    case 'member':
      return <MemberPage member={panel.member} />;
    case 'storey':
      return <StoreyPage storey={panel.storey} />;
    case 'supports':
      return <SupportsPage />;
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
