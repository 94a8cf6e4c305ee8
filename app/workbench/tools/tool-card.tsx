import { Button, Checkbox, Input, Select } from 'antd';
import { useDeferredValue, useEffect, useId, useMemo, useRef, useState } from 'react';
import { bayPlace, bayRows, bySection, type Plan } from '~core/build';
import { catalogueMaterials, localMaterialName } from '~core/catalog';
import { inOrder, type Vector } from '~core/model';
import type { Quantity } from '~core/results';
import { count, parseQuantity, parseSpacings, unitLabel, unitSize } from '~core/units';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import type { Selection } from '../../state/view-slice';
import { Icon } from '../../theme/icons';
import { selectionWords } from '../../state/selection';
import { SectionField } from '../fields/section-field';
import { FormFields, useFormOfValues, useReportUnread } from '../fields/form-of-values';
import { QuantityField } from '../fields/quantity-field';
import { armedAfter, nextPoint, rememberValues, toolContext } from './open-tool';
import { offeredFields, Values, type Field, type FieldValue, type Tool } from './tool';

/** What an act depends on, to tell a repetition by accident from another act. */
const actKey = (values: Readonly<Record<string, unknown>>, selection: Selection): string =>
  JSON.stringify([values, selection]);

/** The form of an open tool: its values, what it would make, and the button that does it. */
export function ToolCard({ tool }: { tool: Tool }) {
  const api = useWorkbenchApi();
  const model = useWorkbench((state) => state.model);
  const selection = useWorkbench((state) => state.selection);
  const open = useWorkbench((state) => state.openTool)!;
  const look = useWorkbench((state) => state.look);
  const values = open.values as Record<string, FieldValue>;
  const shown = useWorkbench((state) => state.shown);
  const solved = useWorkbench((state) => state.solved);
  const quantity = useWorkbench((state) => state.quantity);
  const watch = useWorkbench((state) => state.watch);
  const context = useMemo(
    () => toolContext({ model, selection, shown, solved, quantity }),
    [model, selection, shown, solved, quantity],
  );
  const fields = tool.fields(context).filter((field) => field.when?.(new Values(values)) ?? true);
  // a plan of thousands of members must not hold up typing
  const later = useDeferredValue(values);
  const planned = later === values;
  const plan = useMemo<Plan>(() => tool.plan(context, new Values(later)), [tool, context, later]);
  const words = selectionWords(model, selection);
  const watched = tool.watch?.(context, new Values(later));
  const { fields: form, unread } = useFormOfValues();
  // what was just done is not done again by the same press: something has to change in between
  const same =
    open.done !== undefined && open.done.model === model && open.done.values === actKey(open.values, selection);

  useEffect(() => {
    look({ preview: plan.ok ? plan.preview : [] });
    return () => look({ preview: [] });
  }, [plan, look]);

  // the case that is shown and the one the form puts into are one; a load that is being changed stays where it is
  const shownCase = context.shownCase;
  const followsCase = fields.some((field) => field.isShownCase);
  const followed = useRef(shownCase);
  useEffect(() => {
    if (followed.current === shownCase) return;
    followed.current = shownCase;
    const now = api.getState().openTool;
    if (
      now &&
      shownCase !== undefined &&
      followsCase &&
      now.values.case !== shownCase &&
      !(String(now.values.load ?? '') in api.getState().model.loads)
    )
      look({ openTool: { ...now, values: { ...now.values, case: shownCase } } });
  }, [shownCase, followsCase, api, look]);

  const set = (key: string, value: FieldValue) => {
    // two fields may be taken before the card is drawn again
    const now = api.getState().openTool ?? open;
    const next = { ...now.values, [key]: value };
    // a point that was typed waits for no click any more
    look({
      openTool: {
        ...now,
        values: next,
        armed: armedAfter(tool, context, next, now.armed, key),
      },
    });
    if (
      fields.some((field) => field.key === key && field.isShownCase) &&
      typeof value === 'string' &&
      value in model.cases
    )
      look({ shown: { kind: 'case', id: value } });
    if (fields.some((field) => field.key === key && field.isShownQuantity)) look({ quantity: value as Quantity });
  };
  const close = () => look({ openTool: null, preview: [] });
  const carryOut = () => {
    if (unread !== undefined || same || tool.report) return;
    // what stands in the form now counts, also when the plan shown below it lags behind
    const made = tool.plan(
      toolContext(api.getState()),
      new Values(api.getState().openTool!.values as Record<string, FieldValue>),
    );
    if (!made.ok) {
      api.getState().notify(made.error, 'error');
      return;
    }
    const before = Object.keys(api.getState().model.nodes).length;
    if (!api.getState().commit(made.act)) return;
    rememberValues(api, tool, api.getState().openTool!.values);
    const chosen = made.made.filter((id) => id in api.getState().model.members);
    if (before === 0) look({ cameras: {} });
    if (tool.again) {
      const points = Object.fromEntries(
        fields
          .filter(
            (field) =>
              field.once || ((field.kind === 'point' || field.kind === 'bays') && !tool.keeps?.includes(field.key)),
          )
          .map((field) => [field.key, field.initial]),
      );
      const cleared = { ...open.values, ...points };
      // a tool whose points were not used waits for none
      const usedPoints = fields.some((field) => field.kind === 'point' && open.values[field.key] != null);
      const state = api.getState();
      look({
        openTool: {
          ...open,
          values: cleared,
          armed: usedPoints ? nextPoint(tool, context, cleared, null) : null,
          done: { model: state.model, values: actKey(cleared, state.selection), words: made.words },
        },
      });
      return;
    }
    close();
    api.getState().select({ members: chosen });
  };
  const needs =
    tool.needs === 'members'
      ? selection.members.length === 0
      : tool.needs === 'nodes'
        ? selection.nodes.length === 0
        : tool.needs === 'anything' && words === '';
  return (
    <aside className="details card" aria-label="Details">
      <div className="details-head">
        <div className="grow">
          <h2 className="title">{tool.title}</h2>
          <div className="caption">{tool.about}</div>
        </div>
        <button type="button" className="icon-button" aria-label={`Close ${tool.title}`} onClick={close}>
          <Icon name="close" />
        </button>
      </div>
      <form
        className="details-body"
        id="tool-form"
        onSubmit={(event) => {
          event.preventDefault();
          carryOut();
        }}
      >
        {tool.needs && (
          <p className={needs ? 'over' : 'secondary'}>
            {needs
              ? `Select ${tool.needs === 'anything' ? 'something' : tool.needs} first; this card stays open.`
              : `Selected: ${words}.`}
          </p>
        )}
        <FormFields value={form}>
          <div className="fields">
            {fields.map((field) => (
              <ToolField
                key={field.key}
                field={field}
                value={values[field.key] ?? null}
                armed={open.armed === field.key}
                onChange={(value) => set(field.key, value)}
                onArm={() => look({ openTool: { ...open, armed: open.armed === field.key ? null : field.key } })}
              />
            ))}
          </div>
        </FormFields>
      </form>
      {tool.report ? (
        <div
          className="details-foot"
          role="status"
          style={{ display: 'grid', gap: 2, maxHeight: '60%', overflowY: 'auto' }}
        >
          {tool.report(context, new Values(later)).map((line, i) => (
            <p key={line} className={i === 0 ? 'strong' : 'secondary'} style={{ margin: 0 }}>
              {line}
            </p>
          ))}
          {watched && (
            <Button block style={{ marginTop: 4 }} onClick={() => void watch(watched)}>
              Watch it
            </Button>
          )}
        </div>
      ) : (
        <div className="details-foot" style={{ display: 'grid', gap: 6 }}>
          <p
            className={unread !== undefined || !plan.ok || same ? 'secondary' : 'strong'}
            role="status"
            style={{ margin: 0 }}
          >
            {unread !== undefined
              ? `A field cannot be read. ${unread}`
              : same
                ? `Done: ${open.done!.words.replace(/\.$/, '')}. Change a value to do more.`
                : plan.ok
                  ? plan.words
                  : plan.error}
          </p>
          <Button
            type="primary"
            block
            htmlType="submit"
            form="tool-form"
            disabled={(planned && !plan.ok) || unread !== undefined || same}
          >
            {tool.action}
          </Button>
        </div>
      )}
    </aside>
  );
}

/** letters of a hint that fit into a field */
const mostInField = 17;

function ToolField({
  field,
  value,
  armed,
  onChange,
  onArm,
}: {
  field: Field;
  value: FieldValue;
  armed: boolean;
  onChange: (value: FieldValue) => void;
  onArm: () => void;
}) {
  const model = useWorkbench((state) => state.model);
  const { units } = model.settings;
  const id = useId();
  const hint = field.hint && <div className="field-hint">{field.hint}</div>;
  switch (field.kind) {
    case 'length':
    case 'angle':
    case 'quantity':
    case 'factor':
    case 'count': {
      const kind =
        field.kind === 'quantity'
          ? field.quantity
          : field.kind === 'length' || field.kind === 'angle'
            ? field.kind
            : 'number';
      const whole =
        field.kind === 'count'
          ? (typed: number) => (Number.isInteger(typed) ? undefined : 'This is a whole number.')
          : undefined;
      // what does not fit into the field stands below it
      const words =
        field.hint === undefined
          ? {}
          : field.hint.length > mostInField
            ? { hint: field.hint }
            : { placeholder: field.hint };
      return (
        <QuantityField
          label={field.label}
          kind={kind}
          units={units}
          value={typeof value === 'number' && !Number.isNaN(value) ? value : undefined}
          onCommit={onChange}
          onClear={() => onChange(null)}
          {...(whole ? { refuse: whole } : {})}
          {...words}
        />
      );
    }
    case 'lengths':
      return (
        <LengthsField
          field={field}
          value={Array.isArray(value) ? (value as readonly number[]) : []}
          onChange={onChange}
        />
      );
    case 'point':
      return (
        <PointField
          label={field.label}
          hint={value === null ? field.hint : undefined}
          value={Array.isArray(value) ? (value as unknown as Vector) : null}
          armed={armed}
          onChange={onChange}
          onArm={onArm}
        />
      );
    case 'text':
      return (
        <>
          <label htmlFor={id}>{field.label}</label>
          <div>
            <Input
              id={id}
              value={typeof value === 'string' ? value : ''}
              maxLength={60}
              onChange={(event) => onChange(event.target.value)}
            />
            {hint}
          </div>
        </>
      );
    case 'flag':
      return (
        <div style={{ gridColumn: '1 / -1' }}>
          <Checkbox checked={value === true} onChange={(event) => onChange(event.target.checked)}>
            {field.label}
          </Checkbox>
        </div>
      );
    case 'choice':
      return (
        <>
          <label htmlFor={id}>{field.label}</label>
          <div>
            <Select
              id={id}
              style={{ width: '100%' }}
              value={typeof value === 'string' ? value : undefined}
              options={[...field.options]}
              onChange={(next: string) => onChange(next)}
              popupMatchSelectWidth={false}
            />
            {hint}
          </div>
        </>
      );
    case 'several':
      return (
        <>
          <label htmlFor={id}>{field.label}</label>
          <Select
            id={id}
            mode="multiple"
            optionFilterProp="label"
            maxTagCount={3}
            value={Array.isArray(value) ? ([...value] as string[]) : []}
            options={[...field.options]}
            onChange={(next: string[]) => onChange(next)}
          />
        </>
      );
    case 'section':
      return (
        <SectionField
          label={field.label}
          value={typeof value === 'string' ? value : ''}
          onCommit={(choice) => onChange('existing' in choice ? choice.existing.name : choice.made.name)}
        />
      );
    case 'material': {
      const own = inOrder(model.materials).map((material) => material.name);
      const listed = catalogueMaterials
        .map((material) => localMaterialName(material.name, units))
        .filter((name) => !own.includes(name));
      return (
        <>
          <label htmlFor={id}>{field.label}</label>
          <Select
            id={id}
            showSearch
            value={typeof value === 'string' ? value : undefined}
            options={[
              {
                value: bySection,
                label: `by the section: steel shapes of steel, ${model.settings.units === 'us' ? '16 × 16' : '400 × 400'} of concrete`,
              },
              ...[...own, ...listed].map((name) => ({ value: name, label: name })),
            ]}
            onChange={(next: string) => onChange(next)}
          />
        </>
      );
    }
    case 'bays':
      return <BaysField value={Array.isArray(value) ? (value as readonly string[]) : []} onChange={onChange} />;
  }
}

/** Bays found in the frame, to be ticked here or clicked in the drawing. */
function BaysField({ value, onChange }: { value: readonly string[]; onChange: (value: readonly string[]) => void }) {
  const model = useWorkbench((state) => state.model);
  const plane = useWorkbench((state) => state.plane);
  const tool = useWorkbench((state) => state.openTool?.id ?? '');
  const offered = useMemo(() => offeredFields(model, plane.kind, tool), [model, plane.kind, tool]);
  const rows = bayRows(model, offered);
  // a row is a way to choose its bays at once, or to leave them out again
  const choose = (next: readonly string[]) => {
    const row = rows.find((one) => next.includes(one.label));
    if (!row) return onChange(next);
    const all = row.keys.every((key) => value.includes(key));
    onChange(all ? value.filter((key) => !row.keys.includes(key)) : [...new Set([...value, ...row.keys])]);
  };
  const options = [
    ...(rows.length > 0
      ? [{ label: 'several at once', options: rows.map(({ label }) => ({ value: label, label })) }]
      : []),
    {
      label: 'one by one',
      options: offered.map((bay) => ({ value: bay.key, label: `${bay.planeLabel}, ${bayPlace(model, bay)}` })),
    },
  ];
  return (
    <>
      <label htmlFor="tool-bays">Bays</label>
      <div>
        <Select
          id="tool-bays"
          mode="multiple"
          optionFilterProp="label"
          maxTagCount={0}
          maxTagPlaceholder={count(value.length, 'bay')}
          placeholder="click them in the drawing"
          value={[...value]}
          options={options}
          onChange={choose}
          style={{ width: '100%' }}
          popupMatchSelectWidth={false}
        />
        <div className="field-hint">
          {offered.length === 0
            ? 'No bay is enclosed by members yet.'
            : `${count(offered.length, 'bay')} ${plane.kind === 'plan' ? 'in floors' : tool === 'area-load' && plane.kind === '3d' ? 'in floors, walls and roofs' : 'upright'}; a plan shows those of its floor.`}
        </div>
      </div>
    </>
  );
}

function LengthsField({
  field,
  value,
  onChange,
}: {
  field: Field;
  value: readonly number[];
  onChange: (value: readonly number[]) => void;
}) {
  const units = useWorkbench((state) => state.model.settings.units);
  const [text, setText] = useState(
    value.map((one) => String(Number((one / unitSize('length', units)).toFixed(4)))).join(', '),
  );
  const [error, setError] = useState('');
  const id = useId();
  useReportUnread(error === '' ? undefined : error);
  return (
    <>
      <label htmlFor={id}>{field.label}</label>
      <div>
        <Input
          id={id}
          value={text}
          status={error ? 'error' : undefined}
          suffix={<span className="caption">{unitLabel('length', units)}</span>}
          onChange={(event) => {
            setText(event.target.value);
            const parsed = parseSpacings(event.target.value, units);
            setError(parsed.ok ? '' : parsed.error);
            onChange(parsed.ok ? parsed.value : []);
          }}
        />
        {error ? (
          <div className="field-error" role="alert">
            {error}
          </div>
        ) : (
          <div className="field-hint">{field.hint}</div>
        )}
      </div>
    </>
  );
}

/** A point by clicking in the drawing or by typing a node or coordinates. */
function PointField({
  label,
  hint,
  value,
  armed,
  onChange,
  onArm,
}: {
  label: string;
  hint: string | undefined;
  value: Vector | null;
  armed: boolean;
  onChange: (value: Vector | null) => void;
  onArm: () => void;
}) {
  const model = useWorkbench((state) => state.model);
  const { units } = model.settings;
  const shown = value
    ? value.map((part) => String(Number((part / unitSize('length', units)).toFixed(3)))).join(', ')
    : '';
  const [text, setText] = useState(shown);
  const [error, setError] = useState('');
  const id = useId();
  useEffect(() => {
    setText(shown);
    setError('');
  }, [shown]);
  const read = (typed: string): Vector | string => {
    const node = model.nodes[typed.toLowerCase()];
    if (node) return node.position;
    const parts = typed.split(/[,;]/).map((part) => parseQuantity(part, 'length', units));
    const wrong = parts.find((part) => !part.ok);
    if (parts.length !== 3 || wrong)
      return wrong && !wrong.ok && parts.length === 3
        ? wrong.error
        : `“${typed}” is neither a node nor three coordinates.`;
    return parts.map((part) => (part.ok ? part.value : 0)) as unknown as Vector;
  };
  const waiting = text.trim() === '' || text.trim() === shown ? undefined : read(text.trim());
  useReportUnread(typeof waiting === 'string' ? waiting : undefined);
  const commit = () => {
    const typed = text.trim();
    if (typed === shown) return;
    if (typed === '') {
      onChange(null);
      return;
    }
    const point = read(typed);
    if (typeof point === 'string') setError(point);
    else onChange(point);
  };
  return (
    <>
      <label htmlFor={id}>{label}</label>
      <div>
        <div style={{ display: 'grid', gridTemplateColumns: '1fr auto', gap: 4 }}>
          <Input
            id={id}
            value={text}
            status={error ? 'error' : undefined}
            placeholder={armed ? 'click in the drawing' : 'n4 or x, y, z'}
            onChange={(event) => setText(event.target.value)}
            onBlur={commit}
            onPressEnter={(event) => {
              if (text.trim() !== shown) event.preventDefault();
              commit();
            }}
          />
          <Button
            aria-pressed={armed}
            type={armed ? 'primary' : 'default'}
            onClick={onArm}
            aria-label={`${armed ? 'click …' : 'pick'} ${label.toLowerCase()} in the drawing`}
          >
            {armed ? 'click …' : 'pick'}
          </Button>
        </div>
        {error ? (
          <div className="field-error" role="alert">
            {error}
          </div>
        ) : (
          hint && <div className="field-hint">{hint}</div>
        )}
      </div>
    </>
  );
}
