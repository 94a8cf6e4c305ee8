import { watchedText, watchWords, type Watched } from '~core/results';
import { formatQuantity } from '~core/units';
import { useWorkbench } from '../../state/store';
import { Icon } from '../../theme/icons';

/** What is watched, with its value now and before the last edit; it stays in sight in every stage. */
export function WatchCard({ right, bottom }: { right: number; bottom: number }) {
  const watches = useWorkbench((state) => state.watches);
  const open = useWorkbench((state) => state.watchOpen);
  const model = useWorkbench((state) => state.model);
  const watched = useWorkbench((state) => state.watched);
  const before = useWorkbench((state) => state.watchedBefore);
  const stale = useWorkbench((state) => state.solveStatus !== 'done');
  const unwatch = useWorkbench((state) => state.unwatch);
  const look = useWorkbench((state) => state.look);
  if (watches.length === 0 || !open) return null;
  const { units } = model.settings;
  return (
    <section className="card watch-card" aria-label="Watch list" style={{ right: right + 4, bottom: bottom - 8 }}>
      <div className="row" style={{ flexWrap: 'nowrap' }}>
        <h2 className="strong" style={{ flex: 1, fontSize: 13, lineHeight: '18px' }}>
          Watched {stale && <span className="caption">of the model before the last change</span>}
        </h2>
        <button type="button" className="link" onClick={() => look({ panel: { kind: 'variants' }, stage: 'results' })}>
          Across variants
        </button>
        <button
          type="button"
          className="icon-button"
          aria-label="Close the watch list"
          onClick={() => look({ watchOpen: false })}
        >
          <Icon name="close" />
        </button>
      </div>
      <table className="plain-table">
        <thead>
          <tr>
            <th>Quantity</th>
            <th className="number">now</th>
            <th className="number">before</th>
            <th className="number">change</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {watches.map(({ id, watch }) => {
            const [now, then] = [watched?.values.get(id), before?.values.get(id)];
            return (
              <tr key={id}>
                <td title={now && 'reason' in now ? now.reason : undefined}>{watchWords(watch, model)}</td>
                <td className="number strong">{watchedText(now, units)}</td>
                <td className="number secondary">{before ? watchedText(then, units) : '–'}</td>
                <td className="number">{changeText(then, now, units)}</td>
                <td>
                  <button
                    type="button"
                    className="icon-button"
                    aria-label={`Stop watching ${watchWords(watch, model)}`}
                    onClick={() => void unwatch(id)}
                  >
                    <Icon name="close" />
                  </button>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}

/** How much a value changed, with its sign. */
export function changeText(before: Watched | undefined, now: Watched | undefined, units: 'si' | 'us'): string {
  if (!before || !now || 'reason' in before || 'reason' in now) return '';
  const change = now.value - before.value;
  if (Math.abs(change) <= 1e-9 * Math.max(Math.abs(now.value), Math.abs(before.value))) return 'none';
  const text = formatQuantity(change, now.kind, units, now.kind === 'number' ? 2 : undefined);
  return change > 0 ? `+${text}` : text;
}
