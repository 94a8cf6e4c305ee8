import { formatNumber } from '~core/units';
import { utilisationColor } from './tokens';

/** A demand-to-capacity ratio as bar and number; above 1.00 hatched and in the colour that says so. */
export function UtilisationBar({ value, width = 60, number = true }: { value: number; width?: number; number?: boolean }) {
  const over = value > 1;
  return (
    <>
      <span className={`bar ${over ? 'over-bar' : ''}`} style={{ width }} aria-hidden="true">
        <i style={{ width: `${Math.min(1, value) * 100}%`, ...(over ? {} : { background: utilisationColor(value) }) }} />
      </span>
      {number && <span className={over ? 'over' : 'strong'}> {formatNumber(value, 2)}</span>}
    </>
  );
}
