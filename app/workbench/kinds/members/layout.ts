import { endConditionName, endConditions, parseSection } from '~core/build';
import { behaviours, memberLength, projectRules, type Member, type Model } from '~core/model';
import type { Batch, CellRead, RowLayout } from '../../cells/cells';
import { bad, good, quantity, words, oneOf, labelCell } from '../../cells/columns';
import { placeWords } from '../../words/selection-words';
import { materialCell, nodeCell } from '../reference-cells';

function sectionCell(text: string, { model, collector }: Batch): CellRead {
  if (text === '' || text === 'none') return good({ section: null });
  const own = Object.values(model.sections).find((section) => section.name.toLowerCase() === text.toLowerCase());
  if (own) return good({ section: own.id });
  const parsed = parseSection(text, model.settings.units);
  return parsed.ok ? good({ section: collector.section(parsed.value) }) : bad(parsed.error);
}

function rulesCell(text: string, { model }: Batch): CellRead {
  if (['', 'none', projectRules.toLowerCase()].includes(text.toLowerCase())) return good({ rules: null });
  const set = Object.values(model.designRules).find(({ label }) => label.toLowerCase() === text.toLowerCase());
  return set
    ? good({ rules: set.id })
    : bad(`There is no set of design rules “${text}”. Copy one on the settings page, or leave this empty.`);
}

const endNames = endConditions.map((condition) => condition.name);
const endCell =
  (field: 'startConnection' | 'endConnection') =>
  (text: string): CellRead => {
    const condition = endConditions.find((one) => one.name === text.toLowerCase());
    return condition
      ? good({ [field]: condition.connection ?? null })
      : bad(`“${text}” is none of ${endNames.join(', ')}. Springs are set in the details.`);
  };

const roles = ['column', 'beam', 'brace'];

/** Members in rows. */
export function memberLayout(model: Model): RowLayout<Member> {
  return {
    table: 'members',
    noun: 'member',
    columns: [
      words('Member', 66, (member) => member.id),
      words('Role', 70, (member) => member.role, oneOf(roles, 'role'), roles),
      words('Place', 130, (member) => placeWords(model, member.id)),
      words('From', 56, (member) => member.start, nodeCell('start')),
      words('To', 56, (member) => member.end, nodeCell('end')),
      quantity(model, 'Length', 'length', (member: Member) => memberLength(model, member), undefined, {
        width: 76,
        decimals: 3,
      }),
      words(
        'Section',
        110,
        (member) => (member.section === null ? '' : model.sections[member.section].name),
        sectionCell,
        Object.values(model.sections).map((section) => section.name),
      ),
      words(
        'Material',
        104,
        (member) => (member.material === null ? '' : model.materials[member.material].name),
        materialCell,
        Object.values(model.materials).map((material) => material.name),
      ),
      words('Start', 76, (member) => endConditionName(member.startConnection), endCell('startConnection'), endNames),
      words('End', 76, (member) => endConditionName(member.endConnection), endCell('endConnection'), endNames),
      words(
        'Carries',
        80,
        (member) => member.behaviour ?? 'frame',
        oneOf(behaviours, 'behaviour', 'frame'),
        behaviours,
      ),
      quantity(
        model,
        'Angle',
        'angle',
        (member: Member) => member.angle,
        (angle) => ({ angle }),
        { width: 60 },
      ),
      words('Label', 70, (member) => member.label ?? '', labelCell),
      words(
        'Design rules',
        120,
        (member) => (member.rules === undefined ? '' : model.designRules[member.rules].label),
        rulesCell,
        Object.values(model.designRules).map(({ label }) => label),
      ),
    ],
    create: (fields, { collector, model: current }) => {
      if (typeof fields.start !== 'string' || typeof fields.end !== 'string')
        return { ok: false, error: 'A new member needs its nodes in From and To.' };
      if (fields.start === fields.end) return { ok: false, error: 'Both ends are the same node.' };
      const { behaviour, startConnection, endConnection, label, rules, ...rest } = fields;
      const optional = Object.fromEntries(
        Object.entries({ behaviour, startConnection, endConnection, label, rules }).filter(
          ([, value]) => value !== undefined && value !== null,
        ),
      );
      const newest = Object.values(current.members).at(-1);
      return {
        ok: true,
        record: {
          role: 'beam',
          angle: 0,
          section: newest?.section ?? null,
          material: newest?.material ?? null,
          ...rest,
          ...optional,
          id: collector.nextId('members'),
        } as Member,
      };
    },
  };
}
