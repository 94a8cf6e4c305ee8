import { nameOfShape, parseSection } from '~core/build';
import { sectionProperties } from '~core/catalog';
import type { Section } from '~core/model';
import { count, formatInput, formatSignificant, unitLabel, type QuantityKind } from '~core/units';
import { useWorkbench } from '../../../state/store';
import { QuantityField } from '../../fields/quantity-field';

/** A section's dimensions, to be changed for every member that has it, and the properties that follow from them. */
export function SectionEditor({ section }: { section: Section }) {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const openPage = useWorkbench((state) => state.openPage);
  const { units } = model.settings;
  const { shape } = section;
  const users = Object.values(model.members).filter((member) => member.section === section.id).length;
  const resize = (text: string) => {
    const parsed = parseSection(text, units);
    if (!parsed.ok) return;
    const { name, shape: resized } = parsed.value;
    // a name of one's own stays; one that tells the dimensions follows them
    const own = ![nameOfShape(shape, 'si'), nameOfShape(shape, 'us')].some(
      (automatic) => automatic === section.name.replace(/ \(.*\)$/, ''),
    );
    const taken = Object.values(model.sections).some((other) => other.id !== section.id && other.name === name);
    commit({
      edits: [
        {
          kind: 'change',
          table: 'sections',
          changes: [
            {
              id: section.id,
              fields: { shape: resized, ...(own ? {} : { name: taken ? `${name} (${section.id})` : name }) },
            },
          ],
        },
      ],
      sentence: own
        ? `Changed section ${section.name} to dimensions ${name}`
        : `Changed section ${section.name} to ${name}`,
    });
  };
  const typed = (value: number) => formatInput(value, 'sectionLength', units);
  const positive = (value: number) =>
    value > 0 && value < 10 ? undefined : 'A dimension must be above zero and below 10 m.';
  const properties = sectionProperties(shape);
  const row = (name: string, value: number, kind: QuantityKind) => (
    <tr key={name}>
      <td className="secondary">{name}</td>
      <td className="number">
        {formatSignificant(value, kind, units)} <span className="caption">{unitLabel(kind, units)}</span>
      </td>
    </tr>
  );
  return (
    <div className="block">
      <h3>
        {section.name} <span className="caption">{count(users, 'member')}</span>
      </h3>
      {shape.type === 'rectangle' && (
        <div className="fields" style={{ marginBottom: 6 }}>
          <QuantityField
            label="Width"
            kind="sectionLength"
            units={units}
            value={shape.width}
            onCommit={(width) => resize(`${typed(width)} x ${typed(shape.depth)}`)}
            refuse={positive}
          />
          <QuantityField
            label="Depth"
            kind="sectionLength"
            units={units}
            value={shape.depth}
            onCommit={(depth) => resize(`${typed(shape.width)} x ${typed(depth)}`)}
            refuse={positive}
          />
        </div>
      )}
      {shape.type === 'circle' && (
        <div className="fields" style={{ marginBottom: 6 }}>
          <QuantityField
            label="Diameter"
            kind="sectionLength"
            units={units}
            value={shape.diameter}
            onCommit={(diameter) => resize(`Ø ${typed(diameter)}`)}
            refuse={positive}
          />
        </div>
      )}
      <table className="plain-table">
        <tbody>
          {shape.type !== 'rectangle' &&
            shape.type !== 'circle' && [
              row('h', properties.depth, 'sectionLength'),
              row('b', properties.width, 'sectionLength'),
            ]}
          {row('A', properties.area, 'area')}
          {row('I about y (strong)', properties.inertiaY, 'secondMoment')}
          {row('I about z', properties.inertiaZ, 'secondMoment')}
          {row('J', properties.torsion, 'secondMoment')}
          {row('Plastic modulus, y', properties.plasticModulusY, 'sectionModulus')}
        </tbody>
      </table>
      <p className="field-hint">
        {shape.type !== 'rectangle' && shape.type !== 'circle'
          ? 'Computed from its dimensions. Another size is another section: choose it above, or replace this one everywhere.'
          : 'A change of dimensions changes every member with this section.'}
      </p>
      <button type="button" className="link" onClick={() => openPage({ kind: 'sections' })}>
        Sections by family, with drawings …
      </button>
    </div>
  );
}
