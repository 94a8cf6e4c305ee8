import { formatNumber } from '~core/units';
import type { Verdict } from '~core/checks';
import { utilisationColor } from './tokens';

/** A demand-to-capacity ratio as bar and number; above 1.00 hatched and in the colour that says so, outlined with the word where the verdict is open. */
export function UtilisationBar({
  value,
  width = 60,
  number = true,
  verdict = 'holds',
}: {
  value: number;
  width?: number;
  number?: boolean;
  verdict?: Verdict;
}) {
  const over = value > 1;
  const open = verdict === 'open';
  return (
    <>
      <span className={`bar ${over ? 'over-bar' : open ? 'open-bar' : ''}`} style={{ width }} aria-hidden="true">
        <i
          style={{
            width: `${Math.min(1, value) * 100}%`,
            ...(over || open ? {} : { background: utilisationColor(value) }),
          }}
        />
      </span>
      {number && <span className={over ? 'over' : open ? 'open-value' : 'strong'}> {formatNumber(value, 2)}</span>}
      {open && <span className="open-word"> open</span>}
    </>
  );
}
