import { Button, Checkbox, Select } from 'antd';
import { useState } from 'react';
import { reportChapters, type ReportChapter } from '~core/report';
import { inOrder } from '~core/model';
import { count } from '~core/units';
import { useWorkbench } from '../../state/store';

const chapterNames: Readonly<Record<ReportChapter, string>> = {
  model: 'Model data', loads: 'Loads', loadSheets: 'Loads by rules', combinations: 'Combinations', equilibrium: 'Equilibrium', results: 'Governing results', checks: 'Utilisations', sheets: 'Calculation sheets',
};

/** Details of the Report stage: what goes into the document. */
export function ReportDetails() {
  const projectId = useWorkbench((state) => state.projectId);
  const model = useWorkbench((state) => state.model);
  const checks = useWorkbench((state) => state.checks);
  const selected = useWorkbench((state) => state.selection.members);
  const saved = useWorkbench((state) => state.saving === 'saved' && state.pending.length === 0);
  const stopped = useWorkbench((state) => state.solveStatus === 'stopped');
  const [chapters, setChapters] = useState<ReportChapter[]>([...reportChapters]);
  const [chosen, setChosen] = useState<string[]>();
  const worst = [...checks.values()].filter((row) => row.utilisation !== null).sort((a, b) => b.utilisation! - a.utilisation!);
  const members = chosen ?? (selected.length > 0 ? selected.slice(0, 20) : worst.slice(0, 3).map((row) => row.memberId));
  const address = `/projects/${projectId}/report.pdf?${new URLSearchParams({ chapters: chapters.join(','), members: members.join(',') })}`;
  return (
    <aside className="details card" aria-label="Details">
      <div className="details-head">
        <div className="grow">
          <h2 className="title">Report</h2>
          <div className="caption">PDF, A4, with contents and page numbers</div>
        </div>
      </div>
      <div className="details-body">
        <div className="block">
          <h3>Chapters</h3>
          <Checkbox.Group value={chapters} onChange={(next) => setChapters(reportChapters.filter((chapter) => next.includes(chapter)))} style={{ display: 'grid', gap: 4 }} options={reportChapters.map((value) => ({ value, label: chapterNames[value] }))} />
        </div>
        <div className="block">
          <h3>
            <label htmlFor="report-members">Sheets of</label> <span className="caption">{count(members.length, 'member')}</span>
          </h3>
          <Select id="report-members" mode="multiple" disabled={!chapters.includes('sheets')} value={[...members]} style={{ width: '100%' }} maxCount={40} options={inOrder(model.members).map((member) => ({ value: member.id, label: member.label ? `${member.label} (${member.id})` : member.id }))} onChange={setChosen} />
          <p className="field-hint">{chosen ? '' : selected.length > 0 ? 'The selected members. ' : 'The three with the worst utilisation. '}Every check of a member that was made comes with its sheet.</p>
        </div>
        {stopped && <p className="over block">The analysis stopped, so the report will hold the model, its findings and no results.</p>}
        <Button type="primary" block style={{ height: 32 }} href={address} target="_blank" disabled={!saved || chapters.length === 0}>
          {saved ? 'Make the PDF' : 'Saving …'}
        </Button>
        <Button block style={{ marginTop: 8 }} href={`/projects/${projectId}/model.json`} disabled={!saved}>
          Save the model as a file
        </Button>
      </div>
    </aside>
  );
}
