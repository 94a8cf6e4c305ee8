import { Button, Checkbox, Input, Segmented, Select } from 'antd';
import { useState } from 'react';
import { chapters as reportChapterKinds, reportChapters, type ReportChapter, type ReportChoice } from '~core/report';
import { inOrder, purposes, type Settings } from '~core/model';
import { combinationsFor, quantities, resultQuantities, shownWords, type Shown } from '~core/results';
import { purposeNames } from '~core/combine';
import { count } from '~core/units';
import { DocumentLink } from '../../making/document-link';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import type { Composition } from '../../state/composition';
import { reportAddress, sheetMembers } from '../acts/report-choice';

/** Details of the Report stage: the composer of the document. */
export function ReportDetails() {
  const api = useWorkbenchApi();
  const projectId = useWorkbench((state) => state.projectId);
  const variantId = useWorkbench((state) => state.variantId);
  const model = useWorkbench((state) => state.model);
  const composition = useWorkbench((state) => state.composition);
  const selection = useWorkbench((state) => state.selection);
  const checks = useWorkbench((state) => state.checks);
  const saved = useWorkbench((state) => state.saving === 'saved' && state.pending.length === 0);
  const stopped = useWorkbench((state) => state.solveStatus === 'stopped');
  const checked = useWorkbench((state) => state.solveStatus !== 'solving' && state.solveStatus !== 'checking');
  const look = useWorkbench((state) => state.look);
  const openPage = useWorkbench((state) => state.openPage);
  const set = (change: Partial<Composition>) => look({ composition: { ...api.getState().composition, ...change } });
  const { chapters, detail, worst } = composition;
  const members = sheetMembers({ composition, selection, checks });
  const has = (chapter: ReportChapter) => chapters.includes(chapter);
  // the worst three are known when all is checked
  const waits = !saved ? 'Saving …' : !checked && has('sheets') && members.length === 0 ? 'Checking …' : undefined;
  const address = (form: 'pdf' | 'xlsx') => reportAddress(projectId, variantId, composition, members, form);
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
          <Checkbox.Group
            value={[...chapters]}
            onChange={(next) => set({ chapters: reportChapters.filter((chapter) => next.includes(chapter)) })}
            style={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 4 }}
            options={reportChapters.map((value) => ({ value, label: reportChapterKinds[value].name }))}
          />
          <div className="fields" style={{ marginTop: 8 }}>
            <span className="field-label">Detail</span>
            <Segmented<Composition['detail']>
              size="small"
              value={detail}
              options={[
                { value: 'brief', label: 'brief' },
                { value: 'normal', label: 'normal' },
                { value: 'full', label: 'full' },
              ]}
              onChange={(value) => set({ detail: value })}
            />
          </div>
          <p className="field-hint">
            {detail === 'brief'
              ? 'No lists of nodes and members, and the worst rows of each table.'
              : detail === 'full'
                ? 'Forces at the tenth points of the members below come too.'
                : 'Everything but the forces along each member.'}
          </p>
        </div>
        <div className="block">
          <h3>Tables of results</h3>
          <div className="fields">
            <label htmlFor="report-results">Show</label>
            <ShownChoice
              id="report-results"
              value={composition.results ?? null}
              onChange={(results) => set({ results })}
              empty="strength envelope"
            />
            <label htmlFor="report-worst">Rows</label>
            <Select
              id="report-worst"
              value={worst}
              options={[
                { value: 0, label: detail === 'brief' ? 'the worst 12' : 'all' },
                ...[5, 10, 20, 50].map((value) => ({ value, label: `the worst ${value}` })),
              ]}
              onChange={(value) => set({ worst: value })}
            />
          </div>
        </div>
        {has('views') && <Views />}
        <div className="block">
          <h3>
            <label htmlFor="report-members">Sheets of</label>{' '}
            <span className="caption">{count(members.length, 'member')}</span>
          </h3>
          <Select
            id="report-members"
            mode="multiple"
            disabled={!has('sheets') && detail !== 'full'}
            value={[...members]}
            style={{ width: '100%' }}
            maxCount={40}
            options={inOrder(model.members).map((member) => ({
              value: member.id,
              label: member.label ? `${member.label} (${member.id})` : member.id,
            }))}
            onChange={(chosen: string[]) => set({ members: chosen })}
          />
          <p className="field-hint">
            {composition.members
              ? ''
              : selection.members.length > 0
                ? 'The selected members. '
                : 'The three with the worst utilisation. '}
            Every check of a member that was made comes with its sheet.
          </p>
        </div>
        <TitleBlock />
        {stopped && (
          <p className="over block">
            The analysis stopped, so the report will hold the model, its findings and no results.
          </p>
        )}
        <div className="row" style={{ flexWrap: 'nowrap' }}>
          <Button
            style={{ flex: 1 }}
            disabled={waits !== undefined || chapters.length === 0}
            onClick={() => openPage({ kind: 'preview' })}
          >
            Preview
          </Button>
          <DocumentLink
            of="Tables of results, XLSX"
            style={{ flex: 1 }}
            href={address('xlsx')}
            disabled={!saved || stopped}
          >
            Tables, XLSX
          </DocumentLink>
        </div>
        <DocumentLink
          of="Report, PDF"
          type="primary"
          block
          style={{ height: 32, marginTop: 8 }}
          href={address('pdf')}
          disabled={waits !== undefined || chapters.length === 0}
        >
          {waits ?? 'Make the PDF'}
        </DocumentLink>
        <DocumentLink
          of="Model file"
          block
          style={{ marginTop: 8 }}
          href={`/projects/${projectId}/model.json?variant=${variantId}`}
          disabled={!saved}
        >
          Save the model as a file
        </DocumentLink>
      </div>
    </aside>
  );
}

/** A case, a combination or an envelope to choose from a list. */
function ShownChoice({
  id,
  value,
  onChange,
  empty,
}: {
  id: string;
  value: Shown | null;
  onChange: (shown: Shown | null) => void;
  empty: string;
}) {
  const model = useWorkbench((state) => state.model);
  const option = (shown: Shown) => ({ value: JSON.stringify(shown), label: shownWords(model, shown).name });
  const options = [
    { value: '', label: empty },
    ...purposes
      .filter((purpose) => combinationsFor(model, purpose).length > 1)
      .map((purpose) => ({ ...option({ kind: 'envelope', purpose }), label: `Envelope, ${purposeNames[purpose]}` })),
    ...inOrder(model.cases).map((one) => option({ kind: 'case', id: one.id })),
    ...inOrder(model.combinations).map((one) => option({ kind: 'combination', id: one.id })),
    ...inOrder(model.envelopes).map((one) => option({ kind: 'ownEnvelope', id: one.id })),
  ];
  return (
    <Select
      id={id}
      showSearch={{ optionFilterProp: 'label' }}
      value={value ? JSON.stringify(value) : ''}
      options={options}
      popupMatchSelectWidth={200}
      onChange={(text: string) => onChange(text === '' ? null : (JSON.parse(text) as Shown))}
    />
  );
}

type ReportView = NonNullable<ReportChoice['views']>[number];

/** The pictures of the report: saved views with what is drawn on them. */
function Views() {
  const api = useWorkbenchApi();
  const model = useWorkbench((state) => state.model);
  const views = useWorkbench((state) => state.composition.views);
  const shown = useWorkbench((state) => state.shown);
  const quantity = useWorkbench((state) => state.quantity);
  const look = useWorkbench((state) => state.look);
  const set = (next: readonly ReportView[]) =>
    look({ composition: { ...api.getState().composition, views: [...next] } });
  const change = (at: number, part: Partial<ReportView>) =>
    set(views.map((view, i) => (i === at ? { ...view, ...part } : view)));
  return (
    <div className="block">
      <h3>
        Pictures <span className="caption">{count(views.length, 'view')}</span>
      </h3>
      {views.map((view, i) => (
        <div key={i} className="fields" role="group" aria-label={`Picture ${i + 1}`} style={{ marginBottom: 6 }}>
          <Select
            aria-label="View"
            value={view.view}
            options={[
              { value: '', label: 'whole frame' },
              ...inOrder(model.views).map((one) => ({ value: one.id, label: one.label })),
            ]}
            popupMatchSelectWidth={180}
            onChange={(value) => change(i, { view: value })}
          />
          <div className="row" style={{ flexWrap: 'nowrap' }}>
            <Select
              aria-label="Quantity"
              value={view.quantity}
              style={{ width: 130 }}
              options={[
                { value: 'outline', label: 'Frame' },
                ...quantities.map((value) => ({ value, label: resultQuantities[value].title })),
              ]}
              popupMatchSelectWidth={160}
              showSearch={{ optionFilterProp: 'label' }}
              onChange={(value: ReportView['quantity']) => change(i, { quantity: value })}
            />
            <button
              type="button"
              className="link"
              aria-label={`Remove picture ${i + 1}`}
              onClick={() => set(views.filter((_, n) => n !== i))}
            >
              ×
            </button>
          </div>
          <label htmlFor={`report-view-${i}`}>of</label>
          <ShownChoice
            id={`report-view-${i}`}
            value={view.shown}
            empty="as on screen"
            onChange={(next) => change(i, { shown: next ?? shown })}
          />
        </div>
      ))}
      <Button
        size="small"
        onClick={() => set([...views, { view: inOrder(model.views)[views.length]?.id ?? '', quantity, shown }])}
      >
        Add a picture
      </Button>
      <p className="field-hint">Saved views are kept under Labels, colours, snaps, views (Y).</p>
    </div>
  );
}

const titleFields = [
  ['number', 'Number'],
  ['client', 'Client'],
  ['engineer', 'Made by'],
  ['checker', 'Checked by'],
] as const;

/** What stands at the head of every page; it belongs to the project. */
function TitleBlock() {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const block = model.settings.titleBlock ?? {};
  const save = (key: (typeof titleFields)[number][0], text: string) => {
    const { [key]: _before, ...others } = block;
    const next: NonNullable<Settings['titleBlock']> = text.trim() === '' ? others : { ...others, [key]: text.trim() };
    if (JSON.stringify(next) !== JSON.stringify(block))
      commit({
        edits: [{ kind: 'settings.change', fields: { titleBlock: next } }],
        sentence: 'Changed the title block of the report',
      });
  };
  return (
    <details className="block">
      <summary>Title block</summary>
      <div className="fields">
        {titleFields.map(([key, title]) => (
          <TitleField key={key} title={title} value={block[key] ?? ''} onSave={(text) => save(key, text)} />
        ))}
      </div>
    </details>
  );
}

function TitleField({ title, value, onSave }: { title: string; value: string; onSave: (text: string) => void }) {
  const [text, setText] = useState<string>();
  const id = `title-${title.replace(' ', '-')}`;
  return (
    <>
      <label htmlFor={id}>{title}</label>
      <Input
        id={id}
        value={text ?? value}
        maxLength={80}
        onChange={(event) => setText(event.target.value)}
        onBlur={() => {
          if (text !== undefined) onSave(text);
          setText(undefined);
        }}
      />
    </>
  );
}
