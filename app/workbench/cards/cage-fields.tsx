import { Button } from 'antd';
import { rulesOf, type Cage, type CageBars, type CageTies, type Member } from '~core/model';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { acceptBars } from '../acts/accept-bars';
import { usePart } from '../fields/part';
import { useSheetIndex } from '../pieces/use-sheets';
import { placesWords } from '../words/cage-words';
import { FaceCageFields } from './face-cage-fields';
import { RingCageFields } from './ring-cage-fields';
import { RulesChoice } from '../kinds/rules-choice';
import type { SetCage } from './set-cage';

/** Bars and ties of the selected columns, to be changed together. */
export function CageFields({ members }: { members: readonly Member[] }) {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const look = useWorkbench((state) => state.look);
  const workbench = useWorkbenchApi();
  const part = usePart<HTMLDivElement>('reinforcement');
  const { units } = model.settings;
  const { rules } = rulesOf(model, members[0]);
  const isRound = ({ section }: Member) => section !== null && model.sections[section].shape.type === 'circle';
  const round = isRound(members[0]);
  const alike = members.filter((member) => isRound(member) === round);
  const others = members.length - alike.length;
  const { bars, ties } = members[0].cage ?? {};
  const set: SetCage = (change) =>
    commit({
      edits: [
        {
          kind: 'change',
          table: 'members',
          changes: alike.map((member) => ({
            id: member.id,
            fields: { cage: partsOf({ ...member.cage, ...change }) },
          })),
        },
      ],
    });
  const size = rules.longitudinal[Math.min(4, rules.longitudinal.length - 1)];
  const common = { size, tie: rules.stirrup, units, set };
  return (
    <div className="block" ref={part}>
      <h3>Bars and ties</h3>
      <RulesChoice
        table="members"
        records={members}
        noun={new Set(members.map(({ role }) => role)).size === 1 ? members[0].role : 'member'}
      />
      {members.length === 1 && <Checked id={members[0].id} />}
      {others > 0 && (
        <p className="secondary" style={{ marginBottom: 6 }}>
          {round ? 'Round' : 'Rectangular'} columns are changed here; {others} {round ? 'rectangular' : 'round'}{' '}
          {others === 1 ? 'column is' : 'columns are'} selected too and left as {others === 1 ? 'it is' : 'they are'}.
        </p>
      )}
      {members.some((member) => lacksParts(member, isRound(member))) && (
        <div className="row" style={{ marginBottom: 8 }}>
          <Button
            size="small"
            onClick={() =>
              void acceptBars(
                workbench,
                members.map(({ id }) => id),
              )
            }
          >
            Accept what is proposed
          </Button>
          <span className="caption">until then the verdict is open</span>
        </div>
      )}
      {round ? (
        <RingCageFields
          {...common}
          bars={bars && 'ring' in bars ? bars : undefined}
          ties={ties && 'around' in ties ? ties : undefined}
        />
      ) : (
        <FaceCageFields
          {...common}
          bars={bars && 'corner' in bars ? bars : undefined}
          ties={ties && 'legsY' in ties ? ties : undefined}
        />
      )}
      {members.length === 1 && (
        <Button
          size="small"
          style={{ marginTop: 6 }}
          onClick={() => look({ panel: { kind: 'line', member: members[0].id }, part: 'cage' })}
        >
          Section and interaction diagrams
        </Button>
      )}
    </div>
  );
}

/** Whether bars or ties are proposed: none are chosen, or those of a column of another shape, which do not count. */
const lacksParts = ({ cage }: Member, round: boolean): boolean =>
  !cage?.bars || !cage.ties || 'ring' in cage.bars !== round || 'around' in cage.ties !== round;

/** A cage without parts that are left out; null: none is left. */
function partsOf({ bars, ties }: { bars?: CageBars | undefined; ties?: CageTies | undefined }): Cage | null {
  return bars || ties ? { ...(bars ? { bars } : {}), ...(ties ? { ties } : {}) } : null;
}

/** What the check used: chosen or proposed. */
function Checked({ id }: { id: string }) {
  const cage = useSheetIndex(id)?.cage;
  if (!cage) return null;
  const said = (proposed: boolean) => (proposed ? 'proposed' : 'chosen');
  return (
    <p className="secondary" style={{ marginBottom: 6 }}>
      Bars{' '}
      {cage.words.bars === ''
        ? 'none fits'
        : `${cage.words.bars}, ${placesWords(cage.words.faces)}, ${said(cage.areProposed.bars)}`}
      . Ties {cage.words.ties}, {said(cage.areProposed.ties)}.
    </p>
  );
}
