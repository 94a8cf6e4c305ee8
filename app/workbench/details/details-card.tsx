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

/** The card at the right: what is selected, or what the stage offers. */
export function DetailsCard() {
  const stage = useWorkbench((state) => state.stage);
  const panel = useWorkbench((state) => state.panel);
  if (panel?.kind === 'sheet') return <SheetPanel member={panel.member} check={panel.check} />;
  if (panel?.kind === 'rule') return <RulePanel rule={panel.rule} sheet={panel.sheet} />;
  if (panel?.kind === 'member') return <MemberPage member={panel.member} />;
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
