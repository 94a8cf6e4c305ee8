import { Button } from 'antd';
import { useState } from 'react';
import { formatQuantity } from '~core/units';
import { useWorkbench } from '../../state/store';
import { Icon } from '../../theme/icons';
import { capital } from '../details/frame-details';
import { placeWords } from '../details/selection-words';
import { shownWords } from '~core/results';
import { ExtremesTable } from './extremes-table';
import { LineDiagram, type LineQuantity } from './line-diagram';
import { useMemberResults } from './member-results';

const diagrams: readonly LineQuantity[] = ['My', 'Vz', 'N', 'Mz', 'Vy', 'T', 'w'];

/** A member's own page: all its diagrams one under the other with a common cursor, and what governs each extreme. */
export function MemberPage({ member: id }: { member: string }) {
  const model = useWorkbench((state) => state.model);
  const shown = useWorkbench((state) => state.shown);
  const look = useWorkbench((state) => state.look);
  const results = useMemberResults(id);
  const [cursor, setCursor] = useState<number>();
  const member = model.members[id];
  const { units } = model.settings;
  const section = member.section === null ? 'no section' : model.sections[member.section].name;
  const words = shownWords(model, shown);
  return (
    <aside className="details wide card" aria-label={`Page of ${id}`}>
      <div className="details-head">
        <div className="grow">
          <h2 className="title">
            {capital(member.role)} {member.label ?? id} <span style={{ fontWeight: 400 }}>{section}</span>
          </h2>
          <div className="caption">
            {placeWords(model, id)}, {member.start} to {member.end}. {words.name}: {words.detail}
          </div>
        </div>
        <Button onClick={() => look({ stage: 'checks', panel: { kind: 'sheet', member: id, check: null } })}>Calculation sheet</Button>
        <button type="button" className="icon-button" aria-label="Close the page" onClick={() => look({ panel: null })}>
          <Icon name="close" />
        </button>
      </div>
      <div className="details-body">
        {!results ? (
          <p className="secondary">There are no results of this member in what is shown.</p>
        ) : (
          <>
            <div style={{ display: 'grid', gridTemplateColumns: '1fr 246px', gap: 14, alignItems: 'start' }}>
              <div>
                {diagrams.map((quantity) => (
                  <LineDiagram key={quantity} table={results.table} member={results.number} weights={results.weights} quantity={quantity} units={units} width={368} height={quantity === 'My' ? 96 : 62} cursor={cursor} onCursor={setCursor} hideWhenZero />
                ))}
                <p className="caption">
                  {cursor === undefined ? 'Move over a diagram to read all of them at one place.' : `at ${formatQuantity(cursor, 'length', units, 2)} from ${member.start}`} Moments are drawn on the tension side; w is the movement in local z.
                </p>
              </div>
              <ExtremesTable results={results} components={['My', 'Vz', 'N', 'Mz', 'Vy', 'T']} />
            </div>
          </>
        )}
      </div>
    </aside>
  );
}
