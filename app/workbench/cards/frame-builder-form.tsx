import { Button, Checkbox, Input, Segmented, Select } from 'antd';
import { Fragment, useMemo, useState } from 'react';
import {
  buildFrame,
  bySection,
  catalogueMaterialFor,
  endConditions,
  parseSection,
  type BuiltFrame,
  type FrameSpec,
  type SectionChoice,
} from '~core/build';
import { catalogueMaterials, localMaterialName } from '~core/catalog';
import { axisPositions, behaviours, type AxisPosition, type Behaviour, type Model } from '~core/model';
import { count, parseQuantity, parseSpacings } from '~core/units';
import { useWorkbench } from '../../state/store';
import { colors } from '../../theme/tokens';
import { Icon } from '../../theme/icons';
import { EndSketch } from '../pieces/sketches';
import { behaviourNames, positionNames } from '../words/behaviour-names';

interface Typed {
  readonly origin: string;
  readonly baysX: string;
  readonly baysY: string;
  readonly storeys: string;
  readonly column: string;
  readonly beamX: string;
  readonly beamY: string;
  /** of columns and of beams */
  readonly material: string;
  readonly beamMaterial: string;
  readonly feet: 'fixed' | 'pinned';
  readonly rigidFloors: boolean;
  readonly beamEnds: string;
  readonly columnAxis: AxisPosition;
  readonly beamAxis: AxisPosition;
  readonly beamBehaviour: Behaviour;
}

type Field = 'origin' | 'baysX' | 'baysY' | 'storeys' | 'column' | 'beamX' | 'beamY';

const plain = {
  material: bySection,
  beamMaterial: bySection,
  feet: 'fixed',
  rigidFloors: false,
  beamEnds: 'fixed',
  columnAxis: 'centroid',
  beamAxis: 'centroid',
  beamBehaviour: 'frame',
} as const;

const starting: Record<'si' | 'us', Typed> = {
  si: {
    origin: '0, 0, 0',
    baysX: '3*7.2',
    baysY: '2*6.4',
    storeys: '4.2, 3.6',
    column: '400 × 400',
    beamX: '350 × 600',
    beamY: '300 × 500',
    ...plain,
  },
  us: {
    origin: '0, 0, 0',
    baysX: '3*24',
    baysY: '2*20',
    storeys: '14, 12',
    column: '16 × 16',
    beamX: '14 × 24',
    beamY: '12 × 20',
    ...plain,
  },
};
const pinnedFootWords = 'They turn about x and y; their base plates keep them from twisting about z.';
const labels: Record<Field, string> = {
  origin: 'Begins at',
  baysX: 'Bays along x',
  baysY: 'Bays along y',
  storeys: 'Storeys',
  column: 'Columns',
  beamX: 'Beams along x',
  beamY: 'Beams along y',
};

/** Reads the whole form. @returns the frame and what was understood, or the first error by field */
function readForm(
  typed: Typed,
  model: Model,
): {
  built?: BuiltFrame;
  errors: Partial<Record<Field, string>>;
  understood: Partial<Record<Field, string>>;
  madeOf?: string;
} {
  const { units } = model.settings;
  const errors: Partial<Record<Field, string>> = {};
  const understood: Partial<Record<Field, string>> = {};
  const spacings = (field: 'baysX' | 'baysY' | 'storeys'): number[] => {
    if (field !== 'storeys' && (typed[field].trim() === '' || typed[field].trim() === '0')) return [];
    const parsed = parseSpacings(typed[field], units);
    if (parsed.ok) understood[field] = parsed.understood;
    else errors[field] = parsed.error;
    return parsed.ok ? parsed.value : [];
  };
  const section = (field: 'column' | 'beamX' | 'beamY') => {
    if (field !== 'column' && typed[field].trim() === '') {
      understood[field] = 'none';
      return undefined;
    }
    const parsed = parseSection(typed[field], units);
    if (parsed.ok) understood[field] = parsed.understood;
    else errors[field] = parsed.error;
    return parsed.ok ? parsed.value : undefined;
  };
  const [baysX, baysY, storeys] = [spacings('baysX'), spacings('baysY'), spacings('storeys')];
  const [column, beamX, beamY] = [section('column'), section('beamX'), section('beamY')];
  const corner = typed.origin.split(/[,;]/).map((part) => parseQuantity(part, 'length', units));
  const wrong = corner.find((part) => !part.ok);
  if (corner.length !== 3 || wrong)
    errors.origin =
      wrong && !wrong.ok && corner.length === 3 ? wrong.error : 'Type x, y, z of the first corner, such as 0, 0, 0.';
  const origin = corner.map((part) => (part.ok ? part.value : 0)) as [number, number, number];
  const material = ({ shape }: SectionChoice, role: 'column' | 'beam') => {
    const wanted = role === 'column' ? typed.material : typed.beamMaterial;
    return wanted === bySection
      ? catalogueMaterialFor(model, shape)
      : catalogueMaterials.find((one) => one.name === wanted)!;
  };
  const ends = endConditions.find((one) => one.name === typed.beamEnds)?.connection;
  const axis = (position: AxisPosition) => (position === 'centroid' ? {} : { axisPosition: position });
  const members = (baysX.length + 1) * (baysY.length + 1) * storeys.length * 3;
  if (members > 60000)
    errors.storeys = `This would make about ${members} members, more than a browser can hold at once. Build fewer storeys.`;
  if (Object.keys(errors).length > 0 || !column) return { errors, understood };
  const spec: FrameSpec = {
    origin,
    baysX,
    baysY,
    storeys,
    column,
    beamX,
    beamY,
    material,
    feet: typed.feet,
    rigidFloors: typed.rigidFloors,
    columns: axis(typed.columnAxis),
    beams: {
      ...axis(typed.beamAxis),
      ...(typed.beamBehaviour === 'frame' ? {} : { behaviour: typed.beamBehaviour }),
      ...(ends && typed.beamBehaviour === 'frame' ? { startConnection: ends, endConnection: ends } : {}),
    },
  };
  const madeOf = [
    ...new Set(
      [
        { choice: column, role: 'column' as const },
        ...(baysX.length > 0 && beamX ? [{ choice: beamX, role: 'beam' as const }] : []),
        ...(baysY.length > 0 && beamY ? [{ choice: beamY, role: 'beam' as const }] : []),
      ].map(({ choice, role }) => `${choice.name}: ${localMaterialName(material(choice, role).name, units)}`),
    ),
  ].join(', ');
  return { built: buildFrame(model, spec), errors, understood, madeOf };
}

/** Makes a regular frame from a few numbers, previewed as it is typed, in one revision. */
export function FrameBuilder() {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const look = useWorkbench((state) => state.look);
  const fit = useWorkbench((state) => state.fit);
  const [typed, setTyped] = useState(starting[model.settings.units]);
  const { built, errors, understood, madeOf = '' } = useMemo(() => readForm(typed, model), [typed, model]);
  const set = (change: Partial<Typed>) => setTyped({ ...typed, ...change });
  const make = () => {
    if (built?.act && commit(built.act)) {
      look({ builderOpen: false, plane: { kind: '3d' }, cameras: {} });
      fit();
    }
  };
  const field = (name: Field) => (
    <FieldRow
      key={name}
      name={name}
      value={typed[name]}
      error={errors[name]}
      understood={understood[name]}
      onChange={(value) => set({ [name]: value })}
      onEnter={make}
    />
  );
  return (
    <aside className="details card" aria-label="Frame builder">
      <div className="details-head">
        <div className="grow">
          <h2 className="title">Frame builder</h2>
          <div className="caption">bays as 3*7.2 or 7.2, 6.4, 7.2</div>
        </div>
        <button
          type="button"
          className="icon-button"
          aria-label="Close the frame builder"
          onClick={() => look({ builderOpen: false })}
        >
          <Icon name="close" />
        </button>
      </div>
      <div className="details-body">
        <div className="graph-paper" style={{ margin: '-10px -14px 10px', borderBottom: '1px solid var(--line)' }}>
          <Preview built={built} model={model} />
        </div>
        <div className="fields">
          {(['origin', 'baysX', 'baysY', 'storeys', 'column', 'beamX', 'beamY'] as const).map(field)}
          {(['material', 'beamMaterial'] as const).map((which) => (
            <Fragment key={which}>
              <label htmlFor={`builder-${which}`}>{which === 'material' ? 'Column material' : 'Beam material'}</label>
              <Select
                id={`builder-${which}`}
                showSearch={{ optionFilterProp: 'label' }}
                value={typed[which]}
                options={[
                  { label: 'as the sections say', options: [{ value: bySection, label: 'by the section' }] },
                  ...(['concrete', 'steel'] as const).map((kind) => ({
                    label: kind,
                    options: catalogueMaterials
                      .filter((one) => one.kind === kind)
                      .map((one) => ({ value: one.name, label: localMaterialName(one.name, model.settings.units) })),
                  })),
                ]}
                onChange={(material: string) => set({ [which]: material })}
              />
            </Fragment>
          ))}
          {madeOf !== '' && (
            <>
              <span />
              <span className="field-hint">{madeOf}</span>
            </>
          )}
          <span className="field-label">Feet</span>
          <Segmented
            aria-label="Feet"
            block
            value={typed.feet}
            options={
              [
                { value: 'fixed', label: 'fixed' },
                { value: 'pinned', label: 'pinned' },
              ] satisfies { value: Typed['feet']; label: string }[]
            }
            onChange={(feet: Typed['feet']) => set({ feet })}
          />
          {typed.feet === 'pinned' && (
            <>
              <span />
              <span className="field-hint">{pinnedFootWords}</span>
            </>
          )}
          <span className="field-label">Floors</span>
          <Checkbox checked={typed.rigidFloors} onChange={(event) => set({ rigidFloors: event.target.checked })}>
            rigid in their planes
          </Checkbox>
          <label htmlFor="builder-ends">Beam ends</label>
          <Select
            id="builder-ends"
            value={typed.beamEnds}
            popupMatchSelectWidth={false}
            labelRender={({ value }) => (
              <span className="with-sketch">
                <EndSketch name={String(value)} /> {String(value)}
              </span>
            )}
            optionRender={({ value, label }) => (
              <span className="with-sketch">
                <EndSketch name={String(value)} /> {label}
              </span>
            )}
            options={endConditions.map((condition) => ({
              value: condition.name,
              label: `${condition.name}: ${condition.why}`,
            }))}
            onChange={(beamEnds: string) => set({ beamEnds })}
          />
        </div>
        <details>
          <summary>Axis position and behaviour</summary>
          <div className="fields">
            {(['columnAxis', 'beamAxis'] as const).map((which) => (
              <Fragment key={which}>
                <label htmlFor={`builder-${which}`}>{which === 'columnAxis' ? 'Column axis' : 'Beam axis'}</label>
                <Select
                  id={`builder-${which}`}
                  value={typed[which]}
                  options={axisPositions.map((value) => ({ value, label: positionNames[value] }))}
                  onChange={(value: AxisPosition) => set({ [which]: value })}
                />
              </Fragment>
            ))}
            <label htmlFor="builder-behaviour">Beams carry</label>
            <Select
              id="builder-behaviour"
              value={typed.beamBehaviour}
              options={behaviours.map((value) => ({ value, label: behaviourNames[value] }))}
              onChange={(beamBehaviour: Behaviour) => set({ beamBehaviour })}
            />
          </div>
        </details>
        <p className="caption" style={{ margin: '10px 0 6px', textAlign: 'right' }} aria-live="polite">
          {!built
            ? 'Mend what is marked above.'
            : built.act
              ? `${count(built.nodes.length, 'node')}, ${count(built.members.length, 'member')}, ${count(built.supports, 'support')}`
              : 'All of this is in the model already.'}
        </p>
        <Button type="primary" block disabled={!built?.act} onClick={make} style={{ height: 32 }}>
          Make frame
        </Button>
      </div>
    </aside>
  );
}

function FieldRow({
  name,
  value,
  error,
  understood,
  onChange,
  onEnter,
}: {
  name: Field;
  value: string;
  error: string | undefined;
  understood: string | undefined;
  onChange: (value: string) => void;
  onEnter: () => void;
}) {
  const id = `builder-${name}`;
  const isSpacing = name === 'baysX' || name === 'baysY' || name === 'storeys';
  return (
    <>
      <label htmlFor={id}>{labels[name]}</label>
      <div>
        <Input
          id={id}
          value={value}
          placeholder={name === 'beamX' || name === 'beamY' ? 'empty: none' : undefined}
          status={error ? 'error' : undefined}
          aria-describedby={error ? `${id}-error` : undefined}
          suffix={isSpacing ? <span className="caption">{understood}</span> : undefined}
          onChange={(event) => onChange(event.target.value)}
          onPressEnter={onEnter}
        />
        {error && (
          <div className="field-error" id={`${id}-error`} role="alert">
            {error}
          </div>
        )}
      </div>
    </>
  );
}

const [width, height, margin] = [290, 140, 12];
const mostDrawn = 1500;

/** The frame to be made in parallel projection. */
function Preview({ built, model }: { built: BuiltFrame | undefined; model: Model }) {
  const lines = useMemo(() => {
    if (!built) return [];
    const positions = new Map([...Object.values(model.nodes), ...built.nodes].map((node) => [node.id, node.position]));
    const step = Math.max(1, Math.ceil(built.members.length / mostDrawn));
    const flat = ([x, y, z]: readonly number[]) => [0.86 * x + 0.5 * y, -z + 0.24 * x - 0.36 * y];
    return built.members
      .filter((_, i) => i % step === 0)
      .map((member) => ({
        role: member.role,
        a: flat(positions.get(member.start)!),
        b: flat(positions.get(member.end)!),
      }));
  }, [built, model]);
  const all = lines.flatMap((line) => [line.a, line.b]);
  const range = (axis: number) => [
    Math.min(...all.map((point) => point[axis])),
    Math.max(...all.map((point) => point[axis])),
  ];
  const [[left, right], [top, bottom]] =
    all.length > 0
      ? [range(0), range(1)]
      : [
          [0, 1],
          [0, 1],
        ];
  const scale = Math.min((width - 2 * margin) / (right - left || 1), (height - 2 * margin) / (bottom - top || 1));
  const place = ([x, y]: number[]) => [
    width / 2 + (x - (left + right) / 2) * scale,
    height / 2 + (y - (top + bottom) / 2) * scale,
  ];
  return (
    <svg width={width} height={height} role="img" aria-label={`Preview: ${lines.length} members`}>
      {lines.map(({ role, a, b }, i) => {
        const [[x1, y1], [x2, y2]] = [place(a), place(b)];
        return (
          <line
            key={i}
            x1={x1}
            y1={y1}
            x2={x2}
            y2={y2}
            stroke={role === 'column' ? colors.ink2 : '#8894A0'}
            strokeWidth={role === 'column' ? 1.6 : 1}
          />
        );
      })}
    </svg>
  );
}
