import { Dropdown } from 'antd';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { acceptanceOf } from '~core/model';
import { formatNumber } from '~core/units';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { worstOf } from '../../state/solve-slice';
import { BrandMark, FindingMark, Icon } from '../../theme/icons';
import { UtilisationBar } from '../../theme/utilisation-bar';
import type { CheckRow } from '../../workers/messages';
import { selectWorst } from '../commands/commands';
import { AsideDialog } from './aside-dialog';
import { SavingChip, WindowsChip } from './saving-chip';
import { useOpenVariant } from '../acts/open-variant';

/** Project, search, and the three chips that say how the model stands. */
export function TopBar() {
  const name = useWorkbench((state) => state.model.settings.name);
  const look = useWorkbench((state) => state.look);
  return (
    <header className="top-bar">
      <Link to="/" className="brand-mark" aria-label="Elbow, all projects">
        <BrandMark /> Elbow
      </Link>
      <span className="divider" />
      <h1
        className="title"
        style={{ maxWidth: 260, overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}
      >
        {name}
      </h1>
      <VariantChip />
      <SavingChip />
      <WindowsChip />
      <AsideDialog />
      <span className="spacer" />
      <button type="button" className="search-button" onClick={() => look({ paletteOpen: true })}>
        <Icon name="search" /> Search or command <kbd>Ctrl K</kbd>
      </button>
      <span className="spacer" />
      <SolveChip />
      <FindingsChip />
      <WorstChip />
    </header>
  );
}

/** The open variant, and the others to switch to. */
function VariantChip() {
  const variants = useWorkbench((state) => state.variants);
  const current = useWorkbench((state) => state.variantId);
  const look = useWorkbench((state) => state.look);
  const open = useOpenVariant();
  const there = variants.filter((one) => one.binnedAt === null);
  const name = variants.find((one) => one.id === current)?.name ?? 'Main';
  const items = [
    ...there.map((one) => ({ key: String(one.id), label: one.name, disabled: one.id === current })),
    { type: 'divider' as const },
    { key: 'all', label: 'Branch, rename, compare …' },
  ];
  return (
    <Dropdown
      trigger={['click']}
      menu={{
        items,
        selectedKeys: [String(current)],
        onClick: ({ key }) =>
          key === 'all' ? look({ stage: 'results', panel: { kind: 'variants' } }) : open(Number(key)),
      }}
    >
      <button
        type="button"
        className="flat-button variant-chip"
        aria-haspopup="menu"
        title="Variants (Shift V)"
        aria-label={`Variant ${name}`}
      >
        ▸ {name} <Icon name="down" />
      </button>
    </Dropdown>
  );
}

const phases: Readonly<Record<string, string>> = {
  'check walls': 'checking walls',
  number: 'numbering',
  assemble: 'assembling',
  factorise: 'factorising',
  solve: 'solving',
  check: 'checking',
};

function SolveChip() {
  const status = useWorkbench((state) => state.solveStatus);
  const { phase, fraction } = useWorkbench((state) => state.progress);
  const seconds = useWorkbench((state) => state.seconds);
  const popover = useWorkbench((state) => state.popover);
  const toggleCard = useWorkbench((state) => state.toggleCard);
  const busy = status === 'solving' || status === 'checking' || status === 'waiting';
  return (
    <button
      type="button"
      className={`chip ${status === 'stopped' || status === 'failed' ? 'stopped' : ''}`}
      aria-expanded={popover === 'log'}
      data-status={status}
      onClick={() => toggleCard('log')}
    >
      {busy ? (
        <span>
          {status === 'checking'
            ? 'checking …'
            : phase
              ? `${phases[phase] ?? phase} ${Math.round(fraction * 100)} %`
              : 'solving …'}
        </span>
      ) : status === 'done' ? (
        <>
          <Icon name="check" />
          <span>
            solved <b>{formatNumber(seconds.solve, 2)} s</b>
          </span>
        </>
      ) : (
        <>
          <FindingMark severity="stop" /> {status === 'stopped' ? 'analysis stopped' : 'analysis failed'}
        </>
      )}
    </button>
  );
}

function FindingsChip() {
  const all = useWorkbench((state) => state.findings);
  const model = useWorkbench((state) => state.model);
  const findings = all.filter((finding) => !acceptanceOf(model, finding));
  const popover = useWorkbench((state) => state.popover);
  const toggleCard = useWorkbench((state) => state.toggleCard);
  const stops = findings.filter((finding) => finding.severity === 'stop').length;
  return (
    <button
      type="button"
      className={`chip ${stops > 0 ? 'stopped' : ''}`}
      aria-expanded={popover === 'findings'}
      onClick={() => toggleCard('findings')}
    >
      <FindingMark severity={stops > 0 ? 'stop' : 'remark'} />
      <span>
        {findings.length === 0 ? (
          '0 findings'
        ) : stops > 0 ? (
          <>
            <b>{stops}</b> {stops === 1 ? 'stop' : 'stops'}
            {findings.length > stops ? (
              <>
                , <b>{findings.length - stops}</b> {findings.length - stops === 1 ? 'remark' : 'remarks'}
              </>
            ) : (
              ''
            )}
          </>
        ) : (
          <>
            <b>{findings.length}</b> {findings.length === 1 ? 'remark' : 'remarks'}
          </>
        )}
      </span>
    </button>
  );
}

function WorstChip() {
  const workbench = useWorkbenchApi();
  const pierChecks = useWorkbench((state) => state.pierChecks);
  const stale = useWorkbench((state) => state.solveStatus !== 'done');
  const checks = useWorkbench((state) => state.checks);
  const open = useMemo(
    () => [...checks.values(), ...pierChecks.values()].filter((row) => row.verdict === 'open').length,
    [checks, pierChecks],
  );
  const worst = useMemo(() => worstOf(new Map<string, CheckRow>([...checks, ...pierChecks])), [checks, pierChecks]);
  if (!worst)
    return (
      <span className="chip" style={{ cursor: 'default' }}>
        {open > 0 ? `${open} open, nothing checked` : 'nothing checked'}
      </span>
    );
  return (
    <button
      type="button"
      className="chip"
      onClick={() => selectWorst(workbench)}
      title={stale ? 'of the model before the last change' : undefined}
    >
      worst <b className={worst.utilisation > 1 ? 'over' : ''}>{formatNumber(worst.utilisation, 2)}</b>{' '}
      <UtilisationBar value={worst.utilisation} width={38} number={false} />
      {open > 0 && <span className="open-word">{open} open</span>}
      {stale && <span className="caption">old</span>}
    </button>
  );
}
