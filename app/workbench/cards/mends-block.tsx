import { Button } from 'antd';
import { useEffect, useRef, useState } from 'react';
import type { Mend, Mends } from '~core/checks';
import { designLines } from '~core/lines';
import { formatNumber } from '~core/units';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { UtilisationBar } from '../../theme/utilisation-bar';
import { usePart } from '../fields/part';

/** What would bring a design line with a check above 1 back to 1: looked for when it is asked for, each way with the utilisation it gives, taken over by a button. */
export function MendsBlock({ member }: { member: string }) {
  const model = useWorkbench((state) => state.model);
  const checks = useWorkbench((state) => state.checks);
  const isFresh = useWorkbench((state) => state.solveStatus === 'done');
  const api = useWorkbenchApi();
  const part = usePart<HTMLDivElement>('mends');
  const [found, setFound] = useState<Mends>();
  const heading = useRef<HTMLParagraphElement>(null);
  const [isLooking, setIsLooking] = useState(false);
  // what was found holds for the checks it was found by
  useEffect(() => setFound(undefined), [checks, member]);
  const line = designLines(model).of.get(member);
  const isAbove = line?.pieces.some(({ member: id }) => checks.get(id)?.verdict === 'fails') === true;
  // the button that was pressed is gone
  useEffect(() => {
    if (found?.ok) heading.current?.focus();
  }, [found]);
  if (!line || !isAbove) return null;
  const look = async () => {
    setIsLooking(true);
    const { checks: before } = api.getState();
    const mends = await api.getState().mends(member);
    setIsLooking(false);
    if (mends && api.getState().checks === before) setFound(mends);
    else api.getState().notify('The results are not current yet; try again in a moment.', 'error');
  };
  const take = (mend: Mend) =>
    api.getState().commit({ edits: [...mend.edits], sentence: `${mend.words} (${line.name})`.slice(0, 200) });
  return (
    <div className="block" ref={part} aria-live="polite">
      <h3>What would mend it</h3>
      {!found && (
        <>
          <Button loading={isLooking} disabled={!isFresh} onClick={() => void look()}>
            Look for what would mend it
          </Button>
          <p className="caption" style={{ marginTop: 4 }}>
            Other bars, larger sections, another grade, one more hold, less torsional stiffness: each tried by all
            checks of {line.name}.
          </p>
        </>
      )}
      {found && !found.ok && <p className="secondary">{found.reason}</p>}
      {found?.ok && (
        <>
          <p ref={heading} tabIndex={-1} style={{ outline: 'none' }}>
            Now <b className="over">{formatNumber(found.now.utilisation, 2)}</b>, {found.now.governs.toLowerCase()} of{' '}
            {found.now.member}.
          </p>
          {found.mends.length === 0 && (
            <p className="secondary">
              Nothing that was tried lowers {found.now.governs.toLowerCase()} of {found.now.member}. Its loads, its
              supports or its span would have to change.
            </p>
          )}
          <ul className="mends" aria-label="Ways to mend it">
            {found.mends.map((mend) => (
              <li key={mend.words}>
                <div>
                  {mend.words}
                  {mend.remark !== '' && <span className="caption"> {mend.remark}</span>}
                </div>
                <div className="row">
                  <UtilisationBar
                    value={mend.utilisation}
                    width={60}
                    verdict={mend.utilisation > 1 ? 'fails' : mend.isOpen ? 'open' : 'holds'}
                  />
                  <span className="caption" style={{ flex: 1 }}>
                    then {mend.governs.toLowerCase()}
                    {line.pieces.length > 1 ? ` of ${mend.member}` : ''}
                    {mend.anew && (
                      <>
                        ; solved anew{' '}
                        <span className={mend.anew.utilisation > 1 ? 'over' : 'strong'}>
                          {formatNumber(mend.anew.utilisation, 2)}
                        </span>
                        {mend.anew.utilisation > 1 ? `, ${mend.anew.governs.toLowerCase()} of ${mend.anew.member}` : ''}
                      </>
                    )}
                  </span>
                  <Button size="small" aria-label={`Take over: ${mend.words}`} onClick={() => take(mend)}>
                    Take over
                  </Button>
                </div>
              </li>
            ))}
          </ul>
          {found.mends.length > 0 && (
            <p className="caption">
              By all checks of {found.line} with today’s forces. What is heavier or stiffer draws other forces: where it
              holds with today’s, the model was solved anew with it. Other members are not looked at.
            </p>
          )}
        </>
      )}
    </div>
  );
}
