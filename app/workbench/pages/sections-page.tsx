import { codeFamilies } from '~core/codes/families';
import { Button, Input, Select } from 'antd';
import { useMemo, useState } from 'react';
import { RecordCollector } from '~core/build';
import { catalogueShapes, sectionProperties, type CatalogueShape, type SectionShape } from '~core/catalog';
import { inOrder, type Model } from '~core/model';
import { count, formatSignificant, unitLabel, type QuantityKind } from '~core/units';
import { useWorkbench } from '../../state/store';
import { giveSection } from '../acts/give-section';
import { selectionWords } from '../../state/selection';
import { WidePage } from '../pieces/wide-page';
import { SectionDrawing } from './section-drawing';

/** A section of a list: one of the project, or one of the catalogue that may become one. */
interface Entry {
  readonly name: string;
  readonly shape: SectionShape;
  readonly standard: string;
  /** id in the project, where it is there */
  readonly own?: string;
}

const measures = {
  depth: ['h', 'sectionLength'],
  width: ['b', 'sectionLength'],
  area: ['A', 'area'],
  inertiaY: ['I y', 'secondMoment'],
  inertiaZ: ['I z', 'secondMoment'],
  plasticModulusY: ['W pl,y', 'sectionModulus'],
} as const satisfies Record<string, readonly [string, QuantityKind]>;
type Measure = keyof typeof measures;

const familyNames: Readonly<Record<string, string>> = {
  L: 'angles',
  SHS: 'square hollow',
  RHS: 'rectangular hollow',
  CHS: 'circular hollow',
  UPE: 'channels, parallel flanges',
  UPN: 'channels, sloping flanges',
  C: 'channels',
  MC: 'channels, miscellaneous',
  Tee: 'tees cut from I shapes',
  WT: 'tees cut from W shapes',
  HSS: 'hollow',
  Pipe: 'pipes',
  'Cold C': 'cold-formed lipped channels',
  'Cold Z': 'cold-formed lipped zeds',
};
const familyKey = ({ standard, family }: CatalogueShape): string => `${standard} ${family}`;
const isAmerican = (standard: string): boolean => standard.startsWith('ASTM');

/** Families of the catalogue by where their standards come from, those of the project's codes first. */
function families(code: Model['settings']['code']): { label: string; options: { value: string; label: string }[] }[] {
  const found = new Map<string, { family: string; standard: string; sizes: number }>();
  for (const shape of catalogueShapes)
    found.set(familyKey(shape), {
      family: shape.family,
      standard: shape.standard,
      sizes: (found.get(familyKey(shape))?.sizes ?? 0) + 1,
    });
  const group = (label: string, holds: (standard: string) => boolean) => ({
    label,
    options: [...found]
      .filter(([, one]) => holds(one.standard))
      .map(([value, { family, standard, sizes }]) => ({
        value,
        label: `${family}${familyNames[family] ? `, ${familyNames[family]}` : ''}: ${count(sizes, 'size')} of ${standard}`,
      })),
  });
  const [american, european] = [
    group('American', isAmerican),
    group('European', (standard) => standard.startsWith('EN')),
  ];
  return [
    ...(codeFamilies[code].catalogue === 'American' ? [american, european] : [european, american]),
    group('Cold-formed', (standard) => !standard.startsWith('EN') && !isAmerican(standard)),
  ];
}

/** Sections by family with their measures and a drawing: found, ordered, taken into the project, given to members, copied. */
export function SectionsPage() {
  const model = useWorkbench((state) => state.model);
  const selection = useWorkbench((state) => state.selection);
  const commit = useWorkbench((state) => state.commit);
  const { units, code } = model.settings;
  const [family, setFamily] = useState(
    Object.keys(model.sections).length > 0 ? 'own' : families(code)[0].options[0].value,
  );
  const [order, setOrder] = useState<Measure | 'listed'>('listed');
  const [find, setFind] = useState('');
  const [chosenName, setChosenName] = useState<string>();
  const own = inOrder(model.sections);
  const entries = useMemo((): Entry[] => {
    const byName = new Map(own.map((section) => [section.name, section.id]));
    const all =
      family === 'own'
        ? own.map(({ id, name, shape }) => ({ name, shape: shape as SectionShape, standard: '', own: id }))
        : catalogueShapes
            .filter((shape) => familyKey(shape) === family)
            .map(({ name, shape, standard }) => ({
              name,
              shape,
              standard,
              ...(byName.has(name) ? { own: byName.get(name)! } : {}),
            }));
    const wanted = find.trim().toLowerCase().replace(/\s/g, '');
    const kept = wanted === '' ? all : all.filter(({ name }) => name.toLowerCase().replace(/\s/g, '').includes(wanted));
    return order === 'listed'
      ? kept
      : [...kept].sort((a, b) => sectionProperties(a.shape)[order] - sectionProperties(b.shape)[order]);
  }, [own, family, find, order]);
  const chosen = entries.find(({ name }) => name === chosenName) ?? (entries[0] as Entry | undefined);
  const users = (id: string | undefined) =>
    id === undefined ? 0 : Object.values(model.members).filter((member) => member.section === id).length;
  const members = selection.members.flatMap((id) => model.members[id] ?? []);

  const take = ({ name, shape }: Entry) => {
    const collector = new RecordCollector(model);
    collector.section({ name, shape });
    commit({
      edits: [{ kind: 'add', records: { sections: collector.sections } }],
      sentence: `Took section ${name} into the project`,
    });
  };
  const give = ({ name, shape, own: id }: Entry) =>
    commit({
      ...giveSection(model, members, id !== undefined ? { existing: model.sections[id] } : { made: { name, shape } }),
      sentence: `Gave ${count(members.length, 'member')} the section ${name}`,
    });
  const copy = ({ name, shape }: Entry) => {
    const taken = new Set(own.map((section) => section.name));
    let copied = '';
    for (let i = 2; copied === '' || taken.has(copied); i++) copied = `${name} (${i})`;
    const id = new RecordCollector(model).nextId('sections');
    if (
      commit({
        edits: [{ kind: 'add', records: { sections: [{ id, name: copied, shape }] } }],
        sentence: `Copied section ${name}`,
      })
    ) {
      setFamily('own');
      setChosenName(copied);
    }
  };
  const rename = (id: string, name: string) => {
    if (name.trim() === '' || name.trim() === model.sections[id].name) return;
    if (
      commit({
        edits: [{ kind: 'change', table: 'sections', changes: [{ id, fields: { name: name.trim() } }] }],
        sentence: `Renamed section ${model.sections[id].name}`,
      })
    )
      setChosenName(name.trim());
  };
  return (
    <WidePage
      label="Sections"
      title="Sections"
      caption="by family, each with its measures; y is the strong axis"
      printable={false}
    >
      <div className="sections-head">
        <div className="block fields">
          <label htmlFor="section-family">Family</label>
          <Select
            id="section-family"
            showSearch={{ optionFilterProp: 'label' }}
            value={family}
            options={[{ value: 'own', label: `in this project: ${count(own.length, 'section')}` }, ...families(code)]}
            onChange={(next: string) => {
              setFamily(next);
              setChosenName(undefined);
            }}
          />
          <label htmlFor="section-find">Find</label>
          <Input
            id="section-find"
            allowClear
            value={find}
            placeholder="a part of the name"
            onChange={(event) => setFind(event.target.value)}
          />
        </div>
        {chosen && (
          <section
            className="block"
            aria-label={`Section ${chosen.name}`}
            style={{ display: 'grid', gridTemplateColumns: '150px 1fr', gap: 14, alignItems: 'center' }}
          >
            <SectionDrawing shape={chosen.shape} units={units} size={150} name={chosen.name} />
            <div style={{ display: 'grid', gap: 8, justifyItems: 'start' }}>
              <h3 style={{ margin: 0 }}>
                {chosen.name}{' '}
                <span className="caption">
                  {chosen.standard}
                  {chosen.own === undefined
                    ? ''
                    : `${chosen.standard === '' ? '' : ', '}${count(users(chosen.own), 'member')}`}
                </span>
              </h3>
              <div className="row" style={{ flexWrap: 'wrap' }}>
                <Button type="primary" disabled={members.length === 0} onClick={() => give(chosen)}>
                  {members.length === 0
                    ? 'Select members to give it to'
                    : `Give it to ${selectionWords(model, { members: members.map(({ id }) => id) })}`}
                </Button>
                {chosen.own === undefined && <Button onClick={() => take(chosen)}>Take it into the project</Button>}
                <Button onClick={() => copy(chosen)}>Duplicate</Button>
              </div>
              {chosen.own !== undefined && family === 'own' && (
                <div className="row" style={{ flexWrap: 'nowrap' }}>
                  <label htmlFor="section-name">Name</label>
                  <Input
                    key={chosen.own + chosen.name}
                    id="section-name"
                    defaultValue={chosen.name}
                    maxLength={60}
                    onBlur={(event) => rename(chosen.own!, event.target.value)}
                    onPressEnter={(event) => rename(chosen.own!, event.currentTarget.value)}
                  />
                </div>
              )}
            </div>
          </section>
        )}
      </div>
      <table className="plain-table" aria-label="Sizes">
        <thead>
          <tr>
            <th aria-sort={order === 'listed' ? 'other' : 'none'}>
              <button type="button" className="link" onClick={() => setOrder('listed')}>
                Size
              </button>
            </th>
            {(Object.entries(measures) as [Measure, readonly [string, QuantityKind]][]).map(([key, [title, kind]]) => (
              <th key={key} className="number" aria-sort={order === key ? 'ascending' : 'none'}>
                <button type="button" className="link" onClick={() => setOrder(key)}>
                  {title}, {unitLabel(kind, units)}
                  {order === key ? ' ↑' : ''}
                </button>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {entries.map((entry) => {
            const properties = sectionProperties(entry.shape);
            return (
              <tr
                key={entry.name}
                className={entry === chosen ? 'selected' : ''}
                onClick={() => setChosenName(entry.name)}
                style={{ cursor: 'pointer' }}
              >
                <td>
                  <button
                    type="button"
                    className="link"
                    aria-pressed={entry === chosen}
                    onClick={() => setChosenName(entry.name)}
                  >
                    {entry.name}
                  </button>
                  {family !== 'own' && entry.own !== undefined && <span className="caption"> in the project</span>}
                </td>
                {(Object.entries(measures) as [Measure, readonly [string, QuantityKind]][]).map(([key, [, kind]]) => (
                  <td key={key} className="number">
                    {formatSignificant(properties[key], kind, units)}
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </table>
      {entries.length === 0 && (
        <p className="secondary">
          {find.trim() === ''
            ? 'The project has no sections yet. Choose a family of the catalogue above.'
            : `No size of this family has “${find.trim()}” in its name.`}
        </p>
      )}
    </WidePage>
  );
}
