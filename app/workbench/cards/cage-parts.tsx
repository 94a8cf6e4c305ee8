import { Button } from 'antd';
import type { ReactNode } from 'react';

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
