import { Button, Select } from 'antd';
import type { ReactNode } from 'react';
import { reinforcingBars } from '~core/catalog';

const barOptions = reinforcingBars.map(({ name }) => ({ value: name, label: name }));

/** A part of a cage in one row: what was chosen of it and a button that lets it be proposed again, or that it is proposed and a button that chooses. */
export function CagePart({
  chosen,
  choose,
  propose,
}: {
  /** fields of the part; undefined: it is proposed */
  readonly chosen: ReactNode | undefined;
  readonly choose: () => void;
  readonly propose: () => void;
}) {
  return chosen === undefined ? (
    <div className="row">
      <span className="secondary">proposed</span>
      <Button size="small" onClick={choose}>
        choose
      </Button>
    </div>
  ) : (
    <div className="row" style={{ flexWrap: 'nowrap' }}>
      {chosen}
      <Button size="small" type="text" onClick={propose}>
        propose
      </Button>
    </div>
  );
}

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
