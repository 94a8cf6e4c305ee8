import { catalogueMaterialFor, RecordCollector, type SectionChoice } from '~core/build';
import { materialKindOf } from '~core/catalog';
import type { Act, Edit, Member, Model, Section } from '~core/model';

/** The act that gives members a section, made first when the project does not have it; members of another material than its shape is made of get one that suits. */
export function giveSection(
  model: Model,
  members: readonly Member[],
  choice: { existing: Section } | { made: SectionChoice },
): Act {
  const collector = new RecordCollector(model);
  const section = 'existing' in choice ? choice.existing.id : collector.section(choice.made);
  const { shape } = 'existing' in choice ? choice.existing : choice.made;
  const kind = materialKindOf(shape);
  const isOther = (member: Member) =>
    kind !== undefined && (member.material === null || model.materials[member.material].kind !== kind);
  const material = members.some(isOther) ? collector.material(catalogueMaterialFor(model, shape)) : undefined;
  const records = {
    ...(collector.sections.length > 0 ? { sections: collector.sections } : {}),
    ...(collector.materials.length > 0 ? { materials: collector.materials } : {}),
  };
  const before: Edit[] = Object.keys(records).length > 0 ? [{ kind: 'add', records }] : [];
  return {
    edits: [
      ...before,
      {
        kind: 'change',
        table: 'members',
        changes: members.map((member) => ({
          id: member.id,
          fields: { section, ...(material !== undefined && isOther(member) ? { material } : {}) },
        })),
      },
    ],
  };
}
