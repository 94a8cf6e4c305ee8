import { useWorkbench } from '../../state/store';
import { FrameDetails } from './frame-details';
import { LoadDetails } from './load-details';
import { AnalysisDetails } from './analysis-details';
import { ReportDetails } from './stage-cards';
import { CheckDetails } from './check-details';
import { ResultDetails } from './result-details';
import { SheetPanel } from '../sheets/sheet-panel';
import { RulePanel } from '../sheets/rule-panel';
import { MemberPage } from '../sheets/member-page';
import { ComparePage } from '../compare/compare-page';
import { RunsPage } from '../compare/runs-page';
import { VariantsPage } from '../compare/variants-page';
import { PlausibilityPage } from '../results/plausibility-page';
import { ResidualPage } from '../results/residual-page';
import { StoreyPage } from '../results/storey-page';
import { SupportsPage } from '../results/supports-page';
import { WhyPage } from '../results/why-page';
import { SectionsPage } from '../sections/sections-page';
import { SettingsPage } from '../settings/settings-page';
import { ReportPreview } from '../report/report-preview';

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
