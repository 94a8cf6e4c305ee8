import { useMemo, type CSSProperties, type ReactNode } from 'react';
import { isEnvelope, shownWords } from '~core/results';
import { useWorkbench } from '../../state/store';
import { Canvas, type PaneFrame } from './canvas.client';
import type { Insets } from '../projection/eye';
import { usePane } from './use-pane';
import { quantityNames } from '../words/quantity-names';

const gap = 6;

/** The first view edge to edge under the cards; with others beside it, all of them in what the cards leave free. */
export function PaneLayout({ insets }: { insets: Insets }) {
  const stage = useWorkbench((state) => state.stage);
  const count = useWorkbench((state) => (state.stage === 'results' ? state.panes.length : 0)) + 1;
  const inner = useMemo<Insets>(() => ({ left: 10, right: 14, top: 34, bottom: 12 }), []);
  const frames = useMemo(() => framesOf(count, insets), [count, insets]);
  if (count === 1 || stage !== 'results') return <Canvas key="0" insets={insets} />;
  return (
    <>
      <div className="graph-paper" style={{ position: 'absolute', inset: 0 }} />
      {frames.map((frame, number) => (
        <div key={number} role="group" aria-label={`View ${number + 1}`}>
          <Canvas key={String(number)} insets={inner} number={number} at={frame} />
          <PaneCaption number={number} frame={frame} />
        </div>
      ))}
    </>
  );
}

function framesOf(count: number, { left, right, top, bottom }: Insets): PaneFrame[] {
  const [columns, rows] = [2, count > 2 ? 2 : 1];
  const width = `calc((100% - ${left + right}px - ${gap}px) / ${columns})`;
  const height = `calc((100% - ${top + bottom}px - ${(rows - 1) * gap}px) / ${rows})`;
  return Array.from({ length: count }, (_, i) => ({
    width,
    height,
    left: i % columns === 0 ? left : `calc(${left}px + (100% - ${left + right}px + ${gap}px) / ${columns})`,
    top: i < columns ? top : `calc(${top}px + (100% - ${top + bottom}px + ${gap}px) / 2)`,
  }));
}

/** The title of a view: which model, what quantity, which case. */
function PaneCaption({ number, frame }: { number: number; frame: PaneFrame }) {
  const { model, shown, quantity, less } = usePane(number);
  const pane = useWorkbench((state) => (number === 0 ? undefined : state.panes[number - 1]));
  const other = useWorkbench((state) => state.other);
  const variants = useWorkbench((state) => state.variants);
  const variantId = useWorkbench((state) => state.variantId);
  const scale = useWorkbench((state) => state.scaleText);
  const here =
    variants.length > 1 ? (variants.find((one) => one.id === variantId)?.name ?? 'This model') : 'This model';
  const name: ReactNode =
    pane?.source === 'other' && other ? (
      other.name
    ) : less && other ? (
      <>
        {here} less {other.name}
      </>
    ) : (
      here
    );
  const style: CSSProperties = { left: frame.left, top: frame.top, width: frame.width };
  return (
    <div className="pane-caption" style={style}>
      <span className="strong">{name}</span> · {quantityNames[quantity]}, {shownWords(model, shown).name}
      {quantity === 'deflected' && isEnvelope(shown) ? ' (an envelope has no shape)' : ''}
      {number === 0 && scale !== '' && <span className="caption"> {scale} in all views</span>}
    </div>
  );
}
