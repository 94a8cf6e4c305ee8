import { Select } from 'antd';
import { reinforcingBars } from '~core/catalog';

const barOptions = reinforcingBars.map(({ name }) => ({ value: name, label: name }));

/** The size of bars, by name. */
export function BarSize({
  label,
  value,
  onChange,
}: {
  readonly label: string;
  readonly value: string;
  readonly onChange: (size: string) => void;
}) {
  return <Select aria-label={label} value={value} options={barOptions} style={{ width: 70 }} onChange={onChange} />;
}
