import { Button, Input, Popconfirm, Tooltip } from 'antd';
import { useState } from 'react';
import { Link, useRevalidator } from 'react-router';
import { count, formatValue, unitLabel } from '~core/units';
import type { ProjectRow } from '../store/project-list';
import { FindingMark } from '../theme/icons';
import { UtilisationBar } from '../theme/utilisation-bar';
import { DocumentLink } from '../making/document-link';
import { changeProject, type ProjectChange } from './change-project';
import { ModelOutline } from './model-outline';

const absolute = (iso: string) => new Date(iso).toISOString().slice(0, 16).replace('T', ' ');

/** "14 minutes ago" for a recent moment, the date for an old one. */
export function howLongAgo(iso: string, now: number): string {
  const minutes = Math.round((now - Date.parse(iso)) / 60000);
  if (minutes < 1) return 'just now';
  if (minutes < 60) return `${count(minutes, 'minute')} ago`;
  if (minutes < 24 * 60) return `${count(Math.round(minutes / 60), 'hour')} ago`;
  return absolute(iso).slice(0, 10);
}

/** Projects as rows; in the bin each can be restored or deleted for good. @param found what was looked for */
export function ProjectList({
  rows,
  now,
  binned,
  found,
}: {
  rows: readonly ProjectRow[];
  now: number;
  binned: boolean;
  found: string;
}) {
  if (rows.length === 0) {
    return (
      <div className="card home-list" style={{ padding: 24 }}>
        <p className="strong">
          {found !== ''
            ? `Nothing ${binned ? 'in the bin ' : ''}is called “${found}”.`
            : binned
              ? 'The bin is empty.'
              : 'There are no projects here.'}
        </p>
        <p className="secondary">
          {found !== ''
            ? 'A part of the name is enough; clear the field to see all.'
            : binned
              ? 'Projects you bin wait here until you restore them or delete them for good.'
              : 'Make one at the right: a name, units and a code family are enough to begin.'}
        </p>
      </div>
    );
  }
  return (
    <div className="card home-list">
      <table>
        <thead>
          <tr>
            <th>Model, by utilisation</th>
            <th>Project</th>
            <th>Plan</th>
            <th>Worst utilisation</th>
            <th>Findings</th>
            <th>Last changed</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <Row key={row.id} row={row} now={now} binned={binned} />
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** "25.6 × 21.6 m", or "4.8 m wide" for a plane frame. */
function planWords({ plan, units, members }: NonNullable<ProjectRow['card']>): string {
  const show = (side: number) => formatValue(side, 'length', units, 1);
  const unit = unitLabel('length', units);
  if (members === 0) return '–';
  const [long, short] = [Math.max(...plan), Math.min(...plan)];
  return short < 0.01 ? `${show(long)} ${unit} wide` : `${show(plan[0])} × ${show(plan[1])} ${unit}`;
}

function Row({ row, now, binned }: { row: ProjectRow; now: number; binned: boolean }) {
  const { revalidate } = useRevalidator();
  const [renaming, setRenaming] = useState(false);
  const [error, setError] = useState('');
  const send = async (change: ProjectChange) => {
    const answer = await changeProject(change);
    setError('error' in answer ? answer.error : '');
    await revalidate();
  };
  const act = (kind: 'duplicate' | 'bin' | 'restore' | 'erase') => void send({ kind, id: row.id });
  const rename = (name: string) => {
    setRenaming(false);
    if (name.trim() !== '' && name.trim() !== row.name) void send({ kind: 'rename', id: row.id, name: name.trim() });
  };
  const { run } = row;
  return (
    <tr>
      <td className="drawing">
        {row.broken !== undefined ? (
          <span className="over">cannot be drawn</span>
        ) : row.card === null ? (
          <span className="caption">the drawing comes</span>
        ) : (
          <ModelOutline outline={row.outline} />
        )}
      </td>
      <td>
        {renaming ? (
          <Input
            aria-label="New name"
            defaultValue={row.name}
            autoFocus
            maxLength={60}
            onPressEnter={(event) => rename(event.currentTarget.value)}
            onBlur={(event) => rename(event.currentTarget.value)}
            onKeyDown={(event) => event.key === 'Escape' && setRenaming(false)}
          />
        ) : binned || row.broken !== undefined ? (
          <span className="project-name">{row.name}</span>
        ) : (
          <Link className="project-name" to={`/projects/${row.id}`}>
            {row.name}
          </Link>
        )}
        {row.broken !== undefined && (
          <p className="field-error" role="alert" style={{ margin: '2px 0' }}>
            This project is damaged and cannot be opened. {row.broken}
          </p>
        )}
        <div className="caption">{row.card?.description}</div>
        <div className="row-actions">
          {binned ? (
            <>
              <Button size="small" type="text" onClick={() => act('restore')}>
                Restore
              </Button>
              <Popconfirm
                title={`Delete ${row.name} for good?`}
                description="Its history, variants and kept runs go with it. There is no way back."
                okText="Delete for good"
                okButtonProps={{ danger: true }}
                cancelText="Keep it"
                onConfirm={() => act('erase')}
              >
                <Button size="small" type="text" danger aria-label={`Delete ${row.name} for good`}>
                  Delete for good
                </Button>
              </Popconfirm>
            </>
          ) : (
            <>
              {row.broken === undefined && (
                <>
                  <Button size="small" type="text" onClick={() => setRenaming(true)} aria-label={`Rename ${row.name}`}>
                    Rename
                  </Button>
                  <Button
                    size="small"
                    type="text"
                    onClick={() => act('duplicate')}
                    aria-label={`Duplicate ${row.name}`}
                  >
                    Duplicate
                  </Button>
                </>
              )}
              <Button size="small" type="text" onClick={() => act('bin')} aria-label={`Bin ${row.name}`}>
                Bin
              </Button>
            </>
          )}
          <DocumentLink
            of={`Archive of ${row.name}`}
            size="small"
            type="text"
            href={`/projects/${row.id}/archive.zip`}
            aria-label={`Archive ${row.name}`}
            title="A file with its history, variants, watches, kept runs and accepted findings"
          >
            {row.broken === undefined ? 'Archive' : 'Export what can be read'}
          </DocumentLink>
        </div>
        {error !== '' && (
          <p className="field-error" role="alert">
            {error}
          </p>
        )}
      </td>
      <td style={{ whiteSpace: 'nowrap' }}>
        {row.card && (
          <>
            {planWords(row.card)}
            <div className="caption">{count(row.card.members, 'member')}</div>
            <div className="caption">{count(row.card.nodes, 'node')}</div>
          </>
        )}
      </td>
      <td>
        {run?.worst ? (
          <>
            <UtilisationBar
              value={run.worst.utilisation}
              width={80}
              verdict={
                run.worst.utilisation <= 1 && run.verdicts !== undefined && run.verdicts.open > 0 ? 'open' : 'holds'
              }
            />
            <div className="caption">
              {run.worst.member}, {run.worst.title.toLowerCase()}
            </div>
            {run.verdicts && (
              <div className="caption">
                {run.verdicts.holds} hold, {run.verdicts.fails} fail, {run.verdicts.open} open
              </div>
            )}
          </>
        ) : (
          <span className="secondary">
            {row.broken !== undefined
              ? '–'
              : run === null
                ? 'not solved since the last change'
                : run.status === 'stopped'
                  ? 'analysis stopped'
                  : 'open: nothing checked'}
          </span>
        )}
      </td>
      <td>
        {run === null ? (
          <span className="caption">–</span>
        ) : run.stops + run.remarks === 0 ? (
          <span className="secondary">none</span>
        ) : null}
        {run !== null && run.stops > 0 && (
          <div className="row over">
            <FindingMark severity="stop" /> {run.stops} {run.stops === 1 ? 'stop' : 'stops'}
          </div>
        )}
        {run !== null && run.remarks > 0 && (
          <div className="row">
            <FindingMark severity="remark" /> {count(run.remarks, 'remark')}
          </div>
        )}
      </td>
      <td>
        <Tooltip title={`${absolute(row.changedAt)} UTC`}>
          <span>{howLongAgo(row.changedAt, now)}</span>
        </Tooltip>
        <div className="caption">
          {row.lastSentence.length > 70 ? `${row.lastSentence.slice(0, 68)}…` : row.lastSentence}
        </div>
      </td>
    </tr>
  );
}
