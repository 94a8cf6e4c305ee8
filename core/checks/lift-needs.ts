import { designLines, type DesignLine, type Lift, type Unheld } from '../lines';
import { inOrder, storeysUpward, type Combination, type Member, type Model } from '../model';
import { codeOf } from './code-of';
import { countsCracked } from './counts-cracked';

/** Something that a lift lacks before it can be designed, and what supplies it. */
export interface LiftNeed {
  readonly what: string;
  readonly mend: string;
}

/** A lift of a column of concrete with what its design still lacks. */
export interface LiftNeeds {
  readonly line: DesignLine;
  readonly lift: Lift;
  /** members that lie in it, from its foot */
  readonly members: readonly string[];
  readonly needs: readonly LiftNeed[];
}

/** Cases that push storeys sideways. */
const sideways: ReadonlySet<string> = new Set(['wind', 'seismic', 'notional']);
const near = 1e-6;

/**
 * Every lift of the columns of concrete, and of those whose material is not chosen, with what is missing before it can be designed. Told from the model
 * alone, before anything is solved; what only forces show (storeys that sway too much, torsion) is said by the checks.
 */
export function liftNeeds(model: Model): LiftNeeds[] {
  const strength = inOrder(model.combinations).filter(({ purpose }) => purpose === 'strength');
  const ofAll = needsOfProject(model, strength);
  return designLines(model)
    .all.filter(({ role, pieces }) => role === 'column' && pieces.some(({ member }) => mayBeConcrete(model, member)))
    .flatMap((line) =>
      line.lifts.map((lift): LiftNeeds => {
        const members = line.pieces
          .filter(({ from, to }) => from < lift.to - near && to > lift.from + near)
          .map(({ member }) => member);
        const needs = [
          ...members.flatMap((id) => needsOfMember(model, model.members[id], members.length > 1)),
          ...needsOfHolds(lift, strength),
          ...needsOfStorey(model, line, lift),
          ...ofAll,
        ];
        return { line, lift, members, needs };
      }),
    );
}

const mayBeConcrete = (model: Model, member: string): boolean => {
  const { material } = model.members[member];
  return material === null || model.materials[material].kind === 'concrete';
};

/** What combinations and cases of the project lack. */
function needsOfProject(model: Model, strength: readonly Combination[]): LiftNeed[] {
  if (strength.length === 0)
    return [{ what: 'no strength combination', mend: 'Generate the combinations in the Loads stage.' }];
  const found: LiftNeed[] = [];
  const first = strength.some(({ order }) => order !== 'second');
  if (first && !Object.values(model.cases).some(({ nature }) => sideways.has(nature)))
    found.push({
      what: 'no case pushes storeys sideways: whether they sway cannot be told',
      mend: 'Make a wind, earthquake or notional case in the Loads stage.',
    });
  const whole = strength.filter(({ order, stiffnessSet }) => order === 'second' && !countsCracked(model, stiffnessSet));
  if (whole.length > 0)
    found.push({
      what: `${whole.length} of ${strength.length} strength combinations are of second order with stiffness that is not cracked`,
      mend: 'Choose a stiffness set with cracked concrete for them in the Analysis stage.',
    });
  return found;
}

/** What a member lacks by itself. @param isOneOfMany it is named */
function needsOfMember(model: Model, member: Member, isOneOfMany: boolean): LiftNeed[] {
  const name = isOneOfMany ? `${member.label ?? member.id}: ` : '';
  const section = member.section === null ? undefined : model.sections[member.section];
  const found: LiftNeed[] = [];
  const add = (what: string, mend: string) => found.push({ what: `${name}${what}`, mend });
  if (member.unchecked) add('its checks are switched off', 'Switch them on in its details.');
  if (!section) add('it has no section', 'Give it one in the Frame stage.');
  if (member.material === null) add('it has no material', 'Give it one in the Frame stage.');
  const { reason } = codeOf(model, member, section);
  if (section && member.material !== null && reason !== undefined)
    add(reason.replace(/\.$/, ''), 'Change its section, its material, or the code in the details of Checks.');
  const isRound = section?.shape.type === 'circle';
  const { bars, ties } = member.cage ?? {};
  const open = [
    ...(bars && 'ring' in bars === isRound ? [] : ['bars']),
    ...(ties && 'around' in ties === isRound ? [] : ['ties']),
  ];
  if (section && reason === undefined && open.length > 0)
    add(`${open.join(' and ')} are not chosen`, 'Accept what is proposed in its details, or choose them there.');
  return found;
}

/** Ends that nothing holds, where combinations of first order ask for holds. */
function needsOfHolds({ y, z }: Lift, strength: readonly Combination[]): LiftNeed[] {
  if (!strength.some(({ order }) => order !== 'second')) return [];
  const ends = (
    [
      ['y', y],
      ['z', z],
    ] as const
  ).flatMap(([way, { start, end }]: readonly [string, Unheld]) => [
    ...(start.length === 0 ? [`its foot along local ${way}`] : []),
    ...(end.length === 0 ? [`its top along local ${way}`] : []),
  ]);
  return ends.length === 0
    ? []
    : [
        {
          what: `nothing holds ${ends.join(', ')}`,
          mend: 'Join it to a floor, beams or a support there, or let strength combinations be of second order with cracked stiffness.',
        },
      ];
}

/** The storey that a lift stands in. */
function needsOfStorey(model: Model, line: DesignLine, { from, to }: Lift): LiftNeed[] {
  const heightAt = (at: number) => {
    const node = line.nodes.reduce((best, one) => (Math.abs(one.at - at) < Math.abs(best.at - at) ? one : best));
    return model.nodes[node.node].position[2];
  };
  const [low, high] = [heightAt(from), heightAt(to)].sort((a, b) => a - b);
  const storeys = storeysUpward(model);
  const stands = storeys.some(
    ({ elevation }, i) => i > 0 && elevation > low + near && storeys[i - 1].elevation < high - near,
  );
  return stands
    ? []
    : [
        {
          what: 'it stands in no storey: whether it sways cannot be told',
          mend: 'Add storeys at its foot and at its top in the Frame stage.',
        },
      ];
}
