import { RecordCollector } from '../../build';
import { catalogueMaterials, type SectionShape, type CatalogueMaterial } from '../../catalog';
import type { Edit, Material } from '../../model';
import { mendOf, solvedWith, withAnew, type Mend, type Trials } from './mend';

/** How many grades above today's are tried. */
const most = 3;

/** Standards of steel that only tubes are made of. */
const tubesOnly = ['ASTM A500', 'ASTM A53'];

/** The next grade with which every check holds, or the best of those tried; undefined: one was tried. */
export function* nextGrades(trials: Trials): Generator<Mend | undefined> {
  const { model, line, now } = trials;
  const material = model.materials[model.members[now.member].material!];
  const members = line.pieces.map(({ member }) => member).filter((id) => model.members[id].material === material.id);
  const thickest = Math.max(...members.map((id) => thicknessOf(model.sections[model.members[id].section!].shape)));
  let best: Mend | undefined;
  for (const grade of stronger(material, thickest)) {
    const collector = new RecordCollector(model);
    const id = collector.material(grade);
    const edits: Edit[] = [
      ...(collector.materials.length > 0
        ? [{ kind: 'add', records: { materials: collector.materials } } satisfies Edit]
        : []),
      { kind: 'change', table: 'members', changes: members.map((one) => ({ id: one, fields: { material: id } })) },
    ];
    const then = trials.with(edits);
    const name = collector.materials.at(0)?.name ?? model.materials[id].name;
    const mend = mendOf(then, { kind: 'grade', words: `${name} in place of ${material.name}`, edits });
    if (!best || mend.utilisation < best.utilisation - 1e-9) best = mend;
    if (then.utilisation <= 1) break;
    yield undefined;
  }
  // a concrete of another grade is of another stiffness
  const solution = best && best.utilisation <= 1 ? yield* solvedWith(trials, best.edits) : undefined;
  yield best && solution ? withAnew(best, trials.with(best.edits, solution)) : best;
}

const strengthOf = ({
  kind,
  yieldStress,
  concreteStrength,
}: Pick<Material, 'kind' | 'yieldStress' | 'concreteStrength'>) =>
  (kind === 'steel' ? yieldStress : concreteStrength) ?? 0;

/** Grades above a material of the same family of standards, the next one first, that go with so much thickness (m). */
function stronger(material: Material, thickest: number): CatalogueMaterial[] {
  const own = strengthOf(material);
  const body = bodyOf(material.standard);
  const seen = new Set<number>();
  return catalogueMaterials
    .filter(
      (one) =>
        one.kind === material.kind &&
        bodyOf(one.standard) === body &&
        strengthOf(one) > own * 1.02 &&
        !tubesOnly.some((standard) => one.standard.split(' (')[0] === standard) &&
        (one.thicknessLimit === undefined || thickest <= one.thicknessLimit),
    )
    .sort((a, b) => strengthOf(a) - strengthOf(b))
    .filter((one) => !seen.has(strengthOf(one)) && seen.add(strengthOf(one)))
    .slice(0, most);
}

/** Who publishes a standard: `EN`, `ASTM`, `ACI`. */
const bodyOf = (standard: string): string => standard.split(' ')[0];

/** The thickest part of an I section, m; none for others. */
function thicknessOf(shape: SectionShape): number {
  return shape.type === 'i' ? Math.max(shape.flangeThickness, shape.webThickness) : 0;
}
