import { parseSection } from '~core/build';
import { sectionProperties } from '~core/catalog';
import type { Model, Section } from '~core/model';
import type { RowLayout } from '../../cells/cells';
import { bad, good, quantity, words, nameCell } from '../../cells/columns';
import { unusedOnly } from '../unused-only';

const shapeNames: Readonly<Record<string, string>> = { i: 'I section' };
/** What a kind of shape is called. */
const shapeWords = (type: string): string =>
  shapeNames[type] ?? type.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

/** Sections in rows. */
export function sectionLayout(model: Model): RowLayout<Section> {
  const properties = (section: Section) => sectionProperties(section.shape);
  const users = new Map<string, number>();
  for (const member of Object.values(model.members))
    if (member.section) users.set(member.section, (users.get(member.section) ?? 0) + 1);
  return {
    table: 'sections',
    noun: 'section',
    remove: unusedOnly('sections', (section) => section.name, users),
    columns: [
      words(
        'Section',
        150,
        (section) => section.name,
        (text, { model: current }, row) => {
          if (
            Object.values(current.sections).some(
              (section) => section.id !== row?.id && section.name.toLowerCase() === text.toLowerCase(),
            )
          )
            return bad(`There is a section “${text}” already. Choose another name.`);
          if (row) return nameCell('name')(text);
          const parsed = parseSection(text, current.settings.units);
          return parsed.ok ? good({ name: parsed.value.name, shape: parsed.value.shape }) : bad(parsed.error);
        },
      ),
      words('Kind', 100, (section) => shapeWords(section.shape.type)),
      quantity(model, 'h', 'sectionLength', (section: Section) => properties(section).depth, undefined),
      quantity(model, 'b', 'sectionLength', (section: Section) => properties(section).width, undefined),
      quantity(model, 'A', 'area', (section: Section) => properties(section).area, undefined, { significant: true }),
      quantity(model, 'Iy', 'secondMoment', (section: Section) => properties(section).inertiaY, undefined, {
        significant: true,
        width: 100,
      }),
      quantity(model, 'Iz', 'secondMoment', (section: Section) => properties(section).inertiaZ, undefined, {
        significant: true,
        width: 100,
      }),
      quantity(model, 'J', 'secondMoment', (section: Section) => properties(section).torsion, undefined, {
        significant: true,
        width: 90,
      }),
      {
        title: 'Used by',
        width: 70,
        numeric: true,
        text: (section) => String(users.get(section.id) ?? 0),
        order: (section) => users.get(section.id) ?? 0,
      },
    ],
    create: (fields, { collector }) =>
      fields.shape
        ? {
            ok: true,
            record: { id: collector.nextId('sections'), name: String(fields.name), shape: fields.shape } as Section,
          }
        : { ok: false, error: 'Type a section by name or dimensions in the first column.' },
  };
}
