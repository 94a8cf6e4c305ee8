import { idSource, rulesOf, type DesignRules, type Edit, type Member } from '../../model';
import { mendOf, solvedWith, withAnew, type Mend, type Trials } from './mend';

/** Share of the stiffness of its whole section that a beam cracked by torsion is left with. */
const cracked = 0.1;

/**
 * Beams that others relieve of their torsion: their stiffness against it is lowered and their rules say that it is one of compatibility. Solved anew in any
 * case, as it helps by other forces; torsion that equilibrium asks for stays, and the verdict is open then.
 */
export function* lessTorsion(trials: Trials): Generator<Mend | undefined> {
  const { model, line, now } = trials;
  const members = line.pieces.map(({ member }) => model.members[member]);
  const counts = now.of.some(({ checks }) => checks.some((check) => check.made && check.id === 'torsion'));
  if (!counts || members.some((member) => rulesOf(model, member).rules.forces?.torsion === 'out')) return;
  const nextId = idSource(model);
  const made = new Map<string, DesignRules>();
  const changes = members.map((member) => ({
    id: member.id,
    fields: {
      stiffness: { ...member.stiffness, torsion: Math.min(cracked, member.stiffness?.torsion ?? 1) },
      rules: rulesFor(trials, member, made, nextId),
    },
  }));
  const edits: Edit[] = [
    ...(made.size > 0 ? [{ kind: 'add', records: { designRules: [...made.values()] } } satisfies Edit] : []),
    { kind: 'change', table: 'members', changes },
  ];
  const mend = mendOf(trials.with(edits), {
    kind: 'stiffness',
    words: `A tenth of its torsional stiffness, and torsion as one that others can take over`,
    remark:
      'Only where its neighbours can carry what it no longer does; torsion that holds up a cantilever or a stair stays.',
    edits,
  });
  yield undefined;
  const solution = yield* solvedWith(trials, edits);
  yield solution && withAnew(mend, trials.with(edits, solution));
}

/** Rules as those of a member, but with torsion that others take over: its own, a set that is there, or a new one; undefined: those of the project are so. */
function rulesFor(
  { model }: Trials,
  member: Member,
  made: Map<string, DesignRules>,
  nextId: ReturnType<typeof idSource>,
): string | null {
  const { rules, name } = rulesOf(model, member);
  if (rules.forces?.torsion === 'compatibility') return member.rules ?? null;
  const wanted = { ...rules, forces: { ...rules.forces, torsion: 'compatibility' as const } };
  const known =
    made.get(member.rules ?? '') ?? Object.values(model.designRules).find((set) => bare(set) === bare(wanted));
  if (known) return known.id;
  const label = freeName(model.designRules, member.rules === undefined ? 'Less torsion' : `${name}, less torsion`);
  const set: DesignRules = { ...wanted, id: nextId('designRules'), label };
  made.set(member.rules ?? '', set);
  return set.id;
}

/** All that rules say, whatever they are called. */
const bare = ({ id: _id, label: _label, ...rules }: Partial<DesignRules>): string =>
  JSON.stringify(Object.entries(rules).sort(([a], [b]) => (a < b ? -1 : 1)));

function freeName(sets: Readonly<Record<string, DesignRules>>, wanted: string): string {
  const stem = wanted.slice(0, 50);
  const taken = new Set(Object.values(sets).map(({ label }) => label));
  for (let i = 1; ; i++) {
    const name = i === 1 ? stem : `${stem} ${i}`;
    if (!taken.has(name)) return name;
  }
}
