import { localMaterialName, type CatalogueMaterial } from '../catalog';
import { idSource, type Material, type Model, type Section, type TableName } from '../model';
import type { SectionChoice } from './section-choice';

/** Collects the records an act will add, finding those that are there already. */
export class RecordCollector {
  readonly sections: Section[] = [];
  readonly materials: Material[] = [];
  readonly nextId: (table: TableName) => string;

  constructor(private readonly model: Model) {
    this.nextId = idSource(model);
  }

  /** The id of the section with these dimensions, made if it is not there. A name that other dimensions bear gets a number. */
  section({ name, shape }: SectionChoice): string {
    const all = [...Object.values(this.model.sections), ...this.sections];
    const dimensions = JSON.stringify(shape);
    const same = all.find((section) => section.name === name && JSON.stringify(section.shape) === dimensions);
    if (same) return same.id;
    let free = name;
    for (let i = 2; all.some((section) => section.name === free); i++) free = `${name} (${i})`;
    const record = { id: this.nextId('sections'), name: free, shape } as Section;
    this.sections.push(record);
    return record.id;
  }

  /** The id of the material of that name, made from the table if it is not there. */
  material(material: CatalogueMaterial): string {
    const all = [...Object.values(this.model.materials), ...this.materials];
    const local = localMaterialName(material.name, this.model.settings.units);
    const same = all.find((candidate) => candidate.name === material.name || candidate.name === local);
    if (same) return same.id;
    const { thicknessLimit: _limit, ...properties } = { ...material, name: local };
    const defined = Object.fromEntries(Object.entries(properties).filter(([, value]) => value !== undefined)) as Omit<
      Material,
      'id'
    >;
    const record: Material = { id: this.nextId('materials'), ...defined };
    this.materials.push(record);
    return record.id;
  }
}
