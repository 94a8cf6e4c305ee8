import type { Vector } from '~core/model';
import type { Quantity } from '~core/results';
import type { Workbench } from '../../state/store';
import { toolOf } from './all-tools';
import { closesOutline } from './corner-fields';
import { initialValues, Values, type Field, type FieldValue, type Tool, type ToolContext } from './tool';

/** What a tool works on: the model, what is selected, the case that is shown, and the results of the model. */
export function toolContext({
  model,
  selection,
  shown,
  solved,
  quantity,
}: Pick<ReturnType<Workbench['getState']>, 'model' | 'selection' | 'shown' | 'solved' | 'quantity'>): ToolContext {
  return {
    model,
    selection,
    ...(shown.kind === 'case' && shown.id in model.cases ? { shownCase: shown.id } : {}),
    ...(solved?.model === model ? { results: { solution: solved.solution, shown, quantity } } : {}),
  };
}

/** Opens a tool's form with its initial values, or those given; the first empty point waits for a click. */
export function openTool(workbench: Workbench, id: string, given: Readonly<Record<string, FieldValue>> = {}): void {
  const tool = toolOf(id);
  if (!tool) throw new Error(`There is no tool “${id}”.`);
  const context = toolContext(workbench.getState());
  const { startTool } = workbench.getState();
  const values = {
    ...initialValues(tool, context),
    ...remembered(tool, context, workbench.getState().lastUsed[id]),
    ...given,
  };
  const needed = tool
    .fields(context)
    .find(
      (field) =>
        field.kind === 'point' &&
        values[field.key] == null &&
        !isOptional(field.hint) &&
        (field.when?.(new Values(values)) ?? true),
    );
  startTool(
    id,
    values,
    needed && tool.id !== 'move' && tool.id !== 'copy' ? needed.key : null,
    tool.group === 'results' ? 'results' : isOfLoads(tool) ? 'loads' : 'frame',
  );
  const drawn = tool.fields(context).find((field) => field.isShownQuantity);
  if (drawn) workbench.getState().look({ quantity: values[drawn.key] as Quantity });
}

/** Fields whose values stay from one use of a tool to the next: what things are made of and how they are joined, not where they go. */
const stays = (field: Field): boolean =>
  field.kind === 'section' ||
  field.kind === 'material' ||
  (field.kind === 'choice' && ['ends', 'foot', 'behaviour', 'pattern', 'web', 'supports', 'noun'].includes(field.key));

/** What a tool was last given, as far as it still makes sense. */
function remembered(
  tool: Tool,
  context: ToolContext,
  last: Readonly<Record<string, unknown>> | undefined,
): Record<string, FieldValue> {
  if (!last) return {};
  return Object.fromEntries(
    tool.fields(context).flatMap((field): [string, FieldValue][] => {
      const value = last[field.key];
      if (!stays(field) || typeof value !== 'string') return [];
      return field.kind !== 'choice' || field.options.some((option) => option.value === value)
        ? [[field.key, value]]
        : [];
    }),
  );
}

/** Keeps what a tool was given for its next use. */
export function rememberValues(workbench: Workbench, tool: Tool, values: Readonly<Record<string, unknown>>): void {
  const { lastUsed, look } = workbench.getState();
  const kept = Object.fromEntries(
    tool
      .fields(toolContext(workbench.getState()))
      .filter(stays)
      .map((field) => [field.key, values[field.key]]),
  );
  look({ lastUsed: { ...lastUsed, [tool.id]: kept } });
}

/** Whether a tool belongs to the Loads stage. */
export const isOfLoads = (tool: Tool): boolean => tool.group === 'loads' || tool.group === 'combinations';

const isOptional = (hint: string | undefined): boolean => hint !== undefined && /empty/.test(hint);

/** The point field that waits for a click after another was filled. */
export function nextPoint(
  tool: Tool,
  context: ToolContext,
  values: Readonly<Record<string, unknown>>,
  after: string | null,
): string | null {
  const fields = tool
    .fields(context)
    .filter(
      (field) => field.kind === 'point' && (field.when?.(new Values(values as Record<string, FieldValue>)) ?? true),
    );
  const from = after === null ? 0 : fields.findIndex((field) => field.key === after) + 1;
  return fields.slice(from).find((field) => values[field.key] == null)?.key ?? null;
}

/**
 * The point that waits for a click once a field has been set: one that was typed waits no more; one that a choice has taken out of the form gives way to
 * the first that is in it.
 * @param set key of the field that was set
 */
export function armedAfter(
  tool: Tool,
  context: ToolContext,
  values: Readonly<Record<string, unknown>>,
  armed: string | null,
  set: string,
): string | null {
  if (armed === set) return values[set] === null ? armed : nextPoint(tool, context, values, set);
  const read = new Values(values as Record<string, FieldValue>);
  const fields = tool.fields(context);
  if (!fields.some((field) => field.key === set && field.kind === 'choice')) return armed;
  const points = fields.filter((field) => field.kind === 'point' && (field.when?.(read) ?? true));
  const waits =
    armed === null ? points.some(({ key }) => values[key] != null) : points.some(({ key }) => key === armed);
  return waits ? armed : nextPoint(tool, context, values, null);
}

/** Gives the field that waits a point clicked in the drawing, and lets the next one wait. @returns whether a field was waiting */
export function fillPoint(workbench: Workbench, point: Vector): boolean {
  const { openTool: open, look } = workbench.getState();
  const tool = open && toolOf(open.id);
  if (!open || !tool || open.armed === null) return false;
  if (closesOutline(new Values(open.values as Record<string, FieldValue>), open.armed, point)) {
    look({ openTool: { ...open, armed: null } });
    return true;
  }
  const values = { ...open.values, [open.armed]: point };
  look({
    openTool: { ...open, values, armed: nextPoint(tool, toolContext(workbench.getState()), values, open.armed) },
  });
  return true;
}

/** Takes a bay clicked in the drawing into the open tool, or out of it. */
export function toggleBay(workbench: Workbench, key: string): void {
  const { openTool: open, look } = workbench.getState();
  const bays = open?.values.bays;
  if (!open || !Array.isArray(bays)) return;
  const chosen = bays as string[];
  look({
    openTool: {
      ...open,
      values: { ...open.values, bays: chosen.includes(key) ? chosen.filter((one) => one !== key) : [...chosen, key] },
    },
  });
}
