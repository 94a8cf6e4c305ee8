import { familyOf } from '~core/codes/families';
import {
  bySection,
  findBays,
  findFields,
  materialFor,
  parseSection,
  RecordCollector,
  type EnclosedField,
  type Plan,
} from '~core/build';
import { findMaterial } from '~core/catalog';
import type { Solution } from '~core/fem';
import { applyAct, type Edit, type Model, type Vector } from '~core/model';
import type { Quantity, Shown, Watch } from '~core/results';
import type { QuantityKind } from '~core/units';
import type { Selection, ViewPlane } from '../../state/view-slice';

/** A value of a tool's form: numbers in SI, points in m, records by id, sections and materials by name. */
export type FieldValue = number | string | boolean | Vector | readonly number[] | readonly string[] | null;

interface FieldBase {
  readonly key: string;
  readonly label: string;
  readonly hint?: string;
  /** whether the field goes back to its first value after the act: it was meant for one thing */
  readonly once?: boolean;
  /** whether the field is the load case that is shown: one follows the other */
  readonly isShownCase?: boolean;
  /** whether the field is the quantity that is drawn */
  readonly isShownQuantity?: boolean;
  /** whether the field is of use with the other values */
  readonly when?: (values: Values) => boolean;
}

/** A field of a tool's form. */
export type Field = FieldBase &
  (
    | { readonly kind: 'length' | 'angle' | 'factor' | 'count'; readonly initial: number | null }
    | { readonly kind: 'quantity'; readonly quantity: QuantityKind; readonly initial: number | null }
    | { readonly kind: 'lengths'; readonly initial: readonly number[] }
    | { readonly kind: 'point'; readonly initial: Vector | null }
    | { readonly kind: 'text' | 'section' | 'material'; readonly initial: string }
    | { readonly kind: 'flag'; readonly initial: boolean }
    | {
        readonly kind: 'choice';
        readonly initial: string;
        readonly options: readonly { value: string; label: string }[];
      }
    | {
        readonly kind: 'several';
        readonly initial: readonly string[];
        readonly options: readonly { value: string; label: string }[];
      }
    | { readonly kind: 'bays'; readonly initial: readonly string[] }
  );

export interface ToolContext {
  readonly model: Model;
  readonly selection: Pick<Selection, 'nodes' | 'members'> & Partial<Selection>;
  /** the load case that is shown, when one is */
  readonly shownCase?: string;
  /** the last solution, when it is one of this model, and what of it is shown */
  readonly results?: { readonly solution: Solution; readonly shown: Shown; readonly quantity: Quantity };
}

/** Something that makes or changes parts of the frame from a few values: previewed while it is set, carried out as one revision. */
export interface Tool {
  readonly id: string;
  readonly title: string;
  readonly group: 'set out' | 'generate' | 'edit' | 'members' | 'loads' | 'combinations' | 'results';
  readonly shortcut?: string;
  /** one sentence: what it does */
  readonly about: string;
  /** what must be selected for it to be of use */
  readonly needs?: 'members' | 'nodes' | 'anything';
  readonly action: string;
  readonly fields: (context: ToolContext) => readonly Field[];
  readonly plan: (context: ToolContext, values: Values) => Plan;
  /** lines that answer a question in place of an act, for tools that change nothing */
  readonly report?: (context: ToolContext, values: Values) => readonly string[];
  /** of a question whose answer can stay in sight: what would be watched; none: there is nothing yet */
  readonly watch?: (context: ToolContext, values: Values) => Watch | undefined;
  /** whether the form stays open after the act, and which points it then keeps */
  readonly again?: boolean;
  readonly keeps?: readonly string[];
}

/** Reads a tool's values by the names of its fields. */
export class Values {
  constructor(private readonly values: Readonly<Record<string, FieldValue>>) {}

  number(key: string): number {
    const value = this.values[key];
    return typeof value === 'number' ? value : NaN;
  }

  optional(key: string): number | undefined {
    const value = this.values[key];
    return typeof value === 'number' ? value : undefined;
  }

  text(key: string): string {
    const value = this.values[key];
    return typeof value === 'string' ? value : '';
  }

  flag(key: string): boolean {
    return this.values[key] === true;
  }

  point(key: string): Vector | undefined {
    const value = this.values[key];
    return Array.isArray(value) && value.length === 3 && typeof value[0] === 'number'
      ? (value as unknown as Vector)
      : undefined;
  }

  lengths(key: string): readonly number[] {
    const value = this.values[key];
    return Array.isArray(value) ? (value as readonly number[]).filter((one) => typeof one === 'number') : [];
  }

  several(key: string): readonly string[] {
    const value = this.values[key];
    return Array.isArray(value)
      ? (value as readonly unknown[]).filter((one): one is string => typeof one === 'string')
      : [];
  }
}

/** Tools that take fields of any number of corners: what lies on areas. */
const takesFields: ReadonlySet<string> = new Set(['area-load', 'slab', 'wall']);

/** Bays or fields an open tool offers in the plane one looks at: floors in plan, upright and sloping ones elsewhere, all of them for what lies on areas. */
export const offeredFields = (model: Model, plane: ViewPlane['kind'], tool: string): EnclosedField[] =>
  (takesFields.has(tool) ? findFields(model) : findBays(model)).filter((field) =>
    plane === 'plan'
      ? !field.upright
      : field.upright || field.sloping || (plane !== 'elevation' && (tool === 'area-load' || tool === 'slab')),
  );

export const refused = (error: string): Plan => ({ ok: false, error });

/** The values a form begins with. */
export const initialValues = (tool: Tool, context: ToolContext): Record<string, FieldValue> =>
  Object.fromEntries(tool.fields(context).map((field) => [field.key, field.initial]));

/** The section most members of a role have, else one that suits the project; by name. */
export function usualSection(model: Model, role: 'column' | 'beam' | 'brace', size: 'main' | 'light' = 'main'): string {
  const counts = new Map<string, number>();
  for (const member of Object.values(model.members))
    if (member.role === role && member.section) counts.set(member.section, (counts.get(member.section) ?? 0) + 1);
  const [most] = [...counts].sort((a, b) => b[1] - a[1]);
  if (most && size === 'main') return model.sections[most[0]].name;
  return familyOf(model).sections[size === 'light' && role !== 'brace' ? 'light' : role];
}

/**
 * Carries out a plan on a model that has the named sections and materials, adding those that are missing to its act.
 * @param names sections and material as typed; `bySection` lets the material follow the first section, an empty one is none
 */
export function withMaterials(
  model: Model,
  names: { sections: readonly string[]; material: string },
  plan: (model: Model, sections: readonly string[], material: string) => Plan,
): Plan {
  const collector = new RecordCollector(model);
  const sections: string[] = [];
  for (const name of names.sections) {
    const own = Object.values(model.sections).find(
      (section) => section.name.toLowerCase() === name.trim().toLowerCase(),
    );
    if (own) {
      sections.push(own.id);
      continue;
    }
    const parsed = parseSection(name, model.settings.units);
    if (!parsed.ok) return refused(parsed.error);
    sections.push(collector.section(parsed.value));
  }
  if (names.material === '') return withMade(model, collector, (ready) => plan(ready, sections, ''));
  const first = [...Object.values(model.sections), ...collector.sections].find((section) => section.id === sections[0]);
  const wanted = names.material === bySection && first ? materialFor(model, first.shape) : names.material;
  const ownMaterial = Object.values(model.materials).find((material) => material.name === wanted);
  const listed = findMaterial(wanted);
  if (!ownMaterial && !listed) return refused(`There is no material “${wanted}”. Choose one of the list.`);
  const material = ownMaterial?.id ?? collector.material(listed!);
  return withMade(model, collector, (ready) => plan(ready, sections, material));
}

/** Plans on the model with what a collector made, and puts that before the plan's own edits. */
function withMade(model: Model, collector: RecordCollector, plan: (model: Model) => Plan): Plan {
  const { sections, materials } = collector;
  const before: Edit[] =
    sections.length + materials.length > 0
      ? [
          {
            kind: 'add',
            records: { ...(sections.length > 0 ? { sections } : {}), ...(materials.length > 0 ? { materials } : {}) },
          },
        ]
      : [];
  const begun = applyAct(model, { edits: before });
  if (!begun.ok) return refused(begun.error);
  const made = plan(begun.model);
  return made.ok ? { ...made, act: { ...made.act, edits: [...before, ...made.act.edits] } } : made;
}
