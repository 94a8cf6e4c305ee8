import { RecordCollector } from '../../build';
import { catalogueShapes, sectionProperties, type CatalogueShape } from '../../catalog';
import { memberInLine } from '../../lines';
import type { Edit, Member, Section } from '../../model';
import { formatQuantity } from '../../units';
import { MemberChecker } from '../check-member';
import { nextGrades } from './grades';
import { endsAt, mendOf, solvedWith, standing, withAnew, type Mend, type Trials } from './mend';

/** Sections from this part of the area of today's are tried, up to so many times it. */
const areas = { from: 0.6, to: 6 } as const;
/** So many sections are solved anew. */
const solves = 3;
/** What is near today's depth. */
const nearDepth = { from: 0.9, to: 1.1 } as const;

/** Ways to mend a line of steel, one after the other; undefined: one was tried and does not help. */
export function* steelMends(trials: Trials): Generator<Mend | undefined> {
  const { model, now } = trials;
  const worst = model.members[now.member];
  const section = model.sections[worst.section!];
  const { family, standard } = catalogued(section, model.settings.units);
  const depth = sectionProperties(section.shape).depth;
  const all = lightFirst(section, standard);
  const ways: readonly { readonly shapes: readonly CatalogueShape[]; readonly called: string }[] = [
    { shapes: all.filter((one) => one.family === family), called: `the lightest ${family} that holds` },
    {
      shapes: all.filter(({ shape }) => {
        const own = sectionProperties(shape).depth;
        return own >= nearDepth.from * depth && own <= nearDepth.to * depth;
      }),
      called: 'the lightest of about its depth that holds',
    },
  ];
  const found = new Set<string>();
  for (const { shapes, called } of ways) {
    const mend = yield* lightest(trials, section, shapes, called);
    if (mend && !found.has(mend.words.split(' in place')[0])) {
      found.add(mend.words.split(' in place')[0]);
      yield mend;
    }
  }
  yield* nextGrades(trials);
  yield held(trials, ['unbracedLengthMinor', 'unbracedLengthTorsion'], 'sideways');
  if (worst.role === 'column') yield held(trials, ['unbracedLengthMajor'], 'about the strong axis');
}

function catalogued({ name, shape }: Section, units: 'us' | 'si'): { family: string; standard: string } {
  const own =
    catalogueShapes.find((one) => one.name === name) ??
    catalogueShapes.find((one) => JSON.stringify(one.shape) === JSON.stringify(shape));
  return own ?? (units === 'us' ? { family: 'W', standard: 'ASTM A6' } : { family: 'IPE', standard: 'EN 10365' });
}

/** I sections of a standard that could do instead, the lightest first. */
function lightFirst(section: Section, standard: string): CatalogueShape[] {
  const { area } = sectionProperties(section.shape);
  return catalogueShapes
    .filter((one) => one.shape.type === 'i' && one.name !== section.name && one.standard === standard)
    .map((one) => ({ one, own: sectionProperties(one.shape).area }))
    .filter(({ own }) => own >= areas.from * area && own <= areas.to * area)
    .sort((a, b) => a.own - b.own)
    .map(({ one }) => one);
}

/** The first of sections with which every check holds, solved anew too, given to all members of the line that have the worst one's section. */
function* lightest(
  trials: Trials,
  section: Section,
  shapes: readonly CatalogueShape[],
  called: string,
): Generator<undefined, Mend | undefined> {
  const { model, solution, line, now } = trials;
  const members = line.pieces.map(({ member }) => member).filter((id) => model.members[id].section === section.id);
  const quick = new MemberChecker(model, solution);
  // the worst first: most sections are ruled out by it alone
  let best: Mend | undefined;
  let left = solves;
  const order = [now.member, ...members.filter((id) => id !== now.member)];
  for (const { name, shape } of shapes) {
    const instead = { ...section, shape } as Section;
    const fails = order.some((id) => standing([quick.check(id, undefined, undefined, instead)]).utilisation > 1);
    yield undefined;
    if (fails) continue;
    const collector = new RecordCollector(model);
    const id = collector.section({ name, shape });
    const edits: Edit[] = [
      ...(collector.sections.length > 0
        ? [{ kind: 'add', records: { sections: collector.sections } } satisfies Edit]
        : []),
      {
        kind: 'change',
        table: 'members',
        changes: members.map((member) => ({ id: member, fields: { section: id } })),
      },
    ];
    const then = trials.with(edits);
    if (then.utilisation > 1) continue;
    const solution = yield* solvedWith(trials, edits);
    const mend = mendOf(then, { kind: 'section', words: `${name} in place of ${section.name}: ${called}`, edits });
    const ended = solution ? withAnew(mend, trials.with(edits, solution)) : mend;
    if (!best || endsAt(ended) < endsAt(best)) best = ended;
    if (endsAt(best) <= 1 || --left === 0) break;
  }
  return best;
}

type TypedLength = 'unbracedLengthMajor' | 'unbracedLengthMinor' | 'unbracedLengthTorsion';

/** One more hold half-way between those there are, for the members of the line that have a check above 1. */
function held(trials: Trials, typed: readonly TypedLength[], way: string): Mend | undefined {
  const { model, now } = trials;
  const { units } = model.settings;
  const failing = now.of.filter(({ verdict }) => verdict === 'fails').map(({ memberId }) => model.members[memberId]);
  const lengths = failing.map((member) => {
    const { steelDesign, id } = member;
    const { major, minor } = memberInLine(model, id)!;
    const free = { unbracedLengthMajor: major, unbracedLengthMinor: minor, unbracedLengthTorsion: minor };
    return typed.map((name) => steelDesign?.[name] ?? free[name].to - free[name].from);
  });
  const edits: Edit[] = [
    {
      kind: 'change',
      table: 'members',
      changes: failing.map((member, i) => ({
        id: member.id,
        fields: {
          steelDesign: {
            ...member.steelDesign,
            ...Object.fromEntries(typed.map((name, k) => [name, lengths[i][k] / 2])),
          } satisfies Member['steelDesign'],
        },
      })),
    },
  ];
  const then = trials.with(edits);
  const longest = Math.max(...lengths.flat());
  const show = (length: number) => formatQuantity(length, 'length', units, 2);
  return mendOf(then, {
    kind: 'hold',
    words: `One more hold ${way}, half-way: free over ${show(longest / 2)} in place of ${show(longest)}`,
    remark: 'The length is typed; what holds it there is still to be drawn, and to be strong enough.',
    edits,
  });
}
