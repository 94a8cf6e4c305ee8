import { nameOfShape, RecordCollector } from '../../build';
import type { SectionShape } from '../../catalog';
import { cageWords } from '../../codes/checks';
import type { Cage, Edit, Member, Reinforcement, Section } from '../../model';
import { layOutLine } from '../lay-out';
import { usedBars } from '../used-bars';
import { usedCage } from '../used-cage';
import { nextGrades } from './grades';
import { lessTorsion } from './less-torsion';
import { endsAt, mendOf, solvedWith, withAnew, type Mend, type Standing, type Trials } from './mend';

/** Sections grow by these steps, m, and by no more than so many of them. */
const step = { us: 0.0508, si: 0.05 } as const;
const steps = 10;
/** So many of them are solved anew. */
const solves = 3;

/** Ways to mend a beam or column of concrete, one after the other; undefined: one was tried and does not help. */
export function* concreteMends(trials: Trials): Generator<Mend | undefined> {
  yield* otherBars(trials);
  if (trials.line.role === 'beam') yield* laidOut(trials);
  yield* larger(trials, 'depth');
  yield* larger(trials, 'width');
  yield* nextGrades(trials);
  if (trials.line.role === 'beam') yield* lessTorsion(trials);
}

/** Bars laid out along the beam. */
function* laidOut(trials: Trials): Generator<Mend | undefined> {
  const laid = layOutLine(trials.model, trials.solution, trials.now.member);
  if (laid.ok)
    yield mendOf(trials.with(laid.edits), {
      kind: 'bars',
      words: `Bars laid out along it: ${laid.words}`,
      edits: laid.edits,
    });
  yield undefined;
}

/** Bars of a member, of a beam or of a column. */
type Bars = Pick<Member, 'reinforcement' | 'cage'>;

/** A part of the bars of members, with what it is called. */
interface BarPart {
  readonly words: string;
  /** the bars without it, so that it is proposed */
  readonly without: (bars: Bars) => Bars;
}

const ofBeam = (words: string, without: (bars: Reinforcement) => Reinforcement): BarPart => ({
  words,
  without: ({ reinforcement = {} }) => {
    const left = without(reinforcement);
    return Object.keys(left).length > 0 ? { reinforcement: left } : {};
  },
});

const ofColumn = (words: string, without: (cage: Cage) => Cage): BarPart => ({
  words,
  without: ({ cage = {} }) => {
    const left = without(cage);
    return Object.keys(left).length > 0 ? { cage: left } : {};
  },
});

const parts: Readonly<Record<'beam' | 'column', readonly BarPart[]>> = {
  beam: [
    ofBeam('Other stirrups', ({ stirrups: _stirrups, zones: _zones, ...rest }) => rest),
    ofBeam('Other bottom bars', (bars) => withoutFace(bars, 'bottom')),
    ofBeam('Other top bars', (bars) => withoutFace(bars, 'top')),
    ofBeam('Other bars all along', () => ({})),
  ],
  column: [
    ofColumn('Other ties', ({ ties: _ties, ...rest }) => rest),
    ofColumn('Other bars', ({ bars: _bars, ...rest }) => rest),
    ofColumn('Other bars and ties', () => ({})),
  ],
};

function withoutFace({ added, ...bars }: Reinforcement, face: 'top' | 'bottom'): Reinforcement {
  const others = (added ?? []).filter((one) => one.face !== face);
  const { [face]: _gone, ...rest } = bars;
  return { ...rest, ...(others.length > 0 ? { added: others } : {}) };
}

/** As few other bars as make every check hold: a part of what is chosen, replaced by what is proposed. */
function* otherBars(trials: Trials): Generator<Mend | undefined> {
  const { model, line } = trials;
  const chosen = line.pieces.flatMap(({ member }) => {
    const { reinforcement, cage } = model.members[member];
    return reinforcement || cage ? [{ reinforcement, cage } as Bars] : [];
  });
  if (chosen.length === 0) return;
  let best: Mend | undefined;
  for (const { words, without } of parts[line.role === 'column' ? 'column' : 'beam']) {
    const count = ({ reinforcement = {}, cage = {} }: Bars) =>
      Object.keys(reinforcement).length + Object.keys(cage).length;
    if (chosen.every((bars) => count(without(bars)) === count(bars))) continue;
    const freed = freeing(trials, without);
    const accepted = accepting(trials.with(freed));
    const then = trials.with(accepted);
    const mend = mendOf(then, { kind: 'bars', words: `${words}: ${barWords(then)}`, edits: accepted });
    if (!best || mend.utilisation < best.utilisation - 1e-9) best = mend;
    if (then.utilisation <= 1) break;
    yield undefined;
  }
  yield best;
}

/** Bars of the members without a part of them, so that it is proposed. */
const freeing = ({ model, line }: Trials, without: BarPart['without']): Edit[] => [
  {
    kind: 'change',
    table: 'members',
    changes: line.pieces.map(({ member }) => {
      const { reinforcement = null, cage = null } = without(model.members[member]);
      return { id: member, fields: { reinforcement, cage } };
    }),
  },
];

/** What members were checked with, proposals among it, as their own. */
const accepting = ({ of }: Standing): Edit[] => [
  {
    kind: 'change',
    table: 'members',
    changes: of.flatMap(({ memberId, reinforcement, column }): { id: string; fields: Record<string, unknown> }[] =>
      reinforcement
        ? [{ id: memberId, fields: { reinforcement: usedBars(reinforcement) } }]
        : column
          ? [{ id: memberId, fields: { cage: usedCage(column) } }]
          : [],
    ),
  },
];

/** Bars of members in a line of text: those of the first, and how many lie otherwise. */
function barWords({ of }: Standing): string {
  const texts = of.flatMap(({ reinforcement, column }) => {
    if (column) {
      const { bars, ties } = column;
      return [`${bars ? cageWords(bars.value) : 'no bars that fit'}, ties ${ties.value.bar.name}`];
    }
    if (!reinforcement) return [];
    const { top, bottom, stirrups } = usedBars(reinforcement);
    const layer = (face: string, bars: Reinforcement['top']) => (bars ? [`${face} ${bars.count} ${bars.bar}`] : []);
    return [
      [
        ...layer('top', top),
        ...layer('bottom', bottom),
        ...(stirrups ? [`${stirrups.legs} legs ${stirrups.bar}`] : []),
      ].join(', '),
    ];
  });
  const [first] = texts;
  const others = texts.filter((text) => text !== first).length;
  return `${first}${others > 0 ? `, and others in ${others} of ${texts.length} members` : ''}`;
}

/** The least deeper or wider section with which every check holds, with today's bars where they do, and with forces solved anew. */
function* larger(trials: Trials, side: 'depth' | 'width'): Generator<Mend | undefined> {
  const { model, line, now } = trials;
  const { units } = model.settings;
  const section = model.sections[model.members[now.member].section!];
  const members = line.pieces.map(({ member }) => member).filter((id) => model.members[id].section === section.id);
  const hasChosen = members.some((id) => model.members[id].reinforcement ?? model.members[id].cage);
  let best: Mend | undefined;
  let left = solves;
  for (let k = 1; k <= steps && left > 0 && !(best && endsAt(best) <= 1); k++) {
    const choice = grown(section, side, k * step[units], units);
    if (!choice) return;
    const collector = new RecordCollector(model);
    const id = collector.section(choice);
    const edits: Edit[] = [
      ...(collector.sections.length > 0
        ? [{ kind: 'add', records: { sections: collector.sections } } satisfies Edit]
        : []),
      { kind: 'change', table: 'members', changes: members.map((one) => ({ id: one, fields: { section: id } })) },
    ];
    const words = `${choice.name} in place of ${section.name}`;
    const withSame = () => ({ edits, words: hasChosen ? `${words}, with the same bars` : words });
    /** bars proposed anew for the forces of a solution, as those of the members */
    const withOthers = (solution = trials.solution) => {
      const freed = trials.with([...edits, ...freeing(trials, () => ({}))], solution);
      return { edits: [...edits, ...accepting(freed)], words: `${words}, with ${barWords(freed)}` };
    };
    const made = (one: { readonly edits: Edit[]; readonly words: string }): Mend =>
      mendOf(trials.with(one.edits), { kind: 'section', ...one });
    let mend = made(withSame());
    yield undefined;
    if (mend.utilisation > 1 && hasChosen) {
      const other = made(withOthers());
      if (other.utilisation < mend.utilisation) mend = other;
      yield undefined;
    }
    if (mend.utilisation <= 1) {
      left--;
      const solution = yield* solvedWith(trials, mend.edits);
      if (!solution) return;
      mend = withAnew(mend, trials.with(mend.edits, solution));
      if (endsAt(mend) > 1 && hasChosen) {
        // bars change no force: those that do after solving are found at once
        const other = withOthers(solution);
        const ended = withAnew(made(other), trials.with(other.edits, solution));
        if (endsAt(ended) < endsAt(mend)) mend = ended;
      }
      yield undefined;
    }
    if (!best || endsAt(mend) < endsAt(best) - 1e-9) best = mend;
  }
  yield best;
}

/** A section of concrete that is so much (m) deeper or wider; a round one grows all around, as if it were deeper. */
function grown({ shape }: Section, side: 'depth' | 'width', by: number, units: 'us' | 'si') {
  const larger: SectionShape | undefined =
    shape.type === 'rectangle'
      ? { ...shape, [side]: shape[side] + by }
      : shape.type === 'concreteTee' || shape.type === 'concreteEll'
        ? side === 'depth'
          ? { ...shape, depth: shape.depth + by }
          : { ...shape, webWidth: shape.webWidth + by, flangeWidth: shape.flangeWidth + by }
        : shape.type === 'circle' && side === 'depth'
          ? { ...shape, diameter: shape.diameter + by }
          : undefined;
  const name = larger && nameOfShape(larger, units);
  return larger && name !== undefined ? { name, shape: larger } : undefined;
}
