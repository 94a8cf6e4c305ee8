import { formatNumber, formatQuantity, formatValue, unitLabel, type UnitSystem } from '../units';
import { isDirect, loadTarget, type AreaLoad, type Load, type Model, type Pressure } from '../model';

/** A storey by its name, with the word where the name is only a number or a letter. */
const storeyWords = (label: string): string => (/^[a-z]?\d*$/i.test(label) ? `storey ${label}` : label);

/** What a load acts on: a node or a member by number, an area or a line in words. */
export function targetOf(load: Load, model?: Model): string {
  if (isDirect(load)) return loadTarget(load)!;
  if (load.type === 'panelTemperature') return (load.slab ?? load.wall)!;
  if (load.type === 'lineSettlement') return load.lineSupport;
  if (load.type === 'line') return load.label ?? 'line';
  if (load.type === 'spot')
    return load.label ?? load.at.map((part) => formatValue(part, 'length', model?.settings.units ?? 'si')).join(', ');
  return load.label ?? regionWords(load, model);
}

/** Where an area load lies, in words. */
export function regionWords({ region }: AreaLoad, model?: Model): string {
  switch (region.kind) {
    case 'storey':
      return storeyWords(model?.storeys[region.storey]?.label ?? region.storey);
    case 'panels':
      return [...region.slabs, ...region.walls].join(', ');
    case 'nodes':
      return `area ${region.corners.join(' ')}`;
    case 'polygon':
      return `area with ${region.points.length} corners`;
  }
}

/** A pressure in words. */
export function pressureWords(pressure: Pressure, units: UnitSystem): string {
  switch (pressure.type) {
    case 'uniform':
      return formatQuantity(pressure.value, 'pressure', units);
    case 'linear':
      return `${pressure.points.map(({ value }) => formatValue(value, 'pressure', units)).join(', ')} ${formatQuantity(0, 'pressure', units).replace(/^\S+\s/, '')} at three points`;
    case 'fluid':
      return `fluid of ${formatQuantity(pressure.density, 'density', units)} to ${formatQuantity(pressure.level, 'length', units, 2)}`;
    case 'earth':
      return `earth ${pressure.state === 'atRest' ? 'at rest' : pressure.state === 'active' ? 'active' : `with K ${formatNumber(pressure.coefficient ?? 0, 2)}`} to ${formatQuantity(pressure.level, 'length', units, 2)}${pressure.waterLevel === undefined ? '' : `, water to ${formatQuantity(pressure.waterLevel, 'length', units, 2)}`}`;
  }
}

/** A load in words, for lists: its kind, direction, value with unit, and place along the member. */
export function loadWords(
  load: Load,
  units: UnitSystem,
): { kind: string; direction: string; value: string; place: string } {
  const length = (value: number) => formatQuantity(value, 'length', units);
  const parts = (values: readonly number[], names: string, show: (value: number) => string) =>
    values.flatMap((value, i) => (value === 0 ? [] : [{ name: `${names} ${'xyz'[i]}`, text: show(value) }]));
  const named = (kind: string, list: { name: string; text: string }[]) => ({
    kind,
    direction: list.map((part) => part.name).join(', '),
    value: list.map((part) => part.text).join(', '),
    place: '',
  });
  const spread = (load: Extract<Load, { type: 'uniform' | 'trapezoid' }>) =>
    `${load.from === 0 && load.to === null ? 'whole member' : `${formatValue(load.from, 'length', units)} to ${load.to === null ? 'the end' : length(load.to)}`}${load.projected ? ', on the projection' : ''}`;
  switch (load.type) {
    case 'area':
      return {
        kind: 'area',
        direction: load.direction === 'normal' ? 'square to it' : `global ${load.direction}`,
        value: `${load.reversed ? '−' : ''}${pressureWords(load.pressure, units)}`,
        place: `${load.spread.way === 'two' ? 'two ways' : 'one way'}${load.projected ? ', on the projection' : ''}`,
      };
    case 'line':
      return {
        kind: 'line',
        direction: `global ${load.direction}`,
        value:
          load.valueFrom === load.valueTo
            ? formatQuantity(load.valueFrom, 'lineLoad', units)
            : `${formatValue(load.valueFrom, 'lineLoad', units)} to ${formatQuantity(load.valueTo, 'lineLoad', units)}`,
        place: 'along members and slabs',
      };
    case 'node':
      return named('at node', [
        ...parts(load.force, 'F', (value) => formatQuantity(value, 'force', units)),
        ...parts(load.moment, 'M', (value) => formatQuantity(value, 'moment', units)),
      ]);
    case 'spot':
      return {
        ...named('at a place', [
          ...parts(load.force, 'F', (value) => formatQuantity(value, 'force', units)),
          ...parts(load.moment, 'M', (value) => formatQuantity(value, 'moment', units)),
        ]),
        place: `at ${load.at.map((value) => formatValue(value, 'length', units)).join(', ')} ${unitLabel('length', units)}`,
      };
    case 'panelTemperature': {
      const { change, difference, strain = 0 } = load;
      return named(
        change === 0 && difference === 0 ? 'initial strain' : 'temperature',
        [
          { name: 'uniform', value: change, text: `${formatNumber(change, 1)} K` },
          { name: 'across the thickness', value: difference, text: `${formatNumber(difference, 1)} K` },
          {
            name: strain < 0 ? 'shrinkage' : 'strain',
            value: strain,
            text: `${formatNumber(1000 * Math.abs(strain), 2)} ‰`,
          },
        ]
          .filter((part) => part.value !== 0)
          .map(({ name, text }) => ({ name, text })),
      );
    }
    case 'lineSettlement':
    case 'settlement':
      return named('settlement', [
        ...parts(load.displacement, 'u', (value) => formatQuantity(value, 'deflection', units)),
        ...parts(load.rotation, 'φ', (value) => `${formatNumber(1000 * value, 3)} mrad`),
      ]);
    case 'temperature':
      return named(
        'temperature',
        [
          { name: 'uniform', value: load.change },
          { name: 'across y', value: load.differenceY },
          { name: 'across z', value: load.differenceZ },
        ]
          .filter((part) => part.value !== 0)
          .map(({ name, value }) => ({ name, text: `${formatNumber(value, 1)} K` })),
      );
    case 'strain':
      return named(
        'initial strain',
        [
          { name: 'axial', value: load.axial, unit: '‰', size: 1000 },
          { name: 'curvature y', value: load.curvatureY, unit: '1/m', size: 1 },
          { name: 'curvature z', value: load.curvatureZ, unit: '1/m', size: 1 },
        ]
          .filter((part) => part.value !== 0)
          .map(({ name, value, unit, size }) => ({ name, text: `${formatNumber(value * size, 4)} ${unit}` })),
      );
    case 'point':
    case 'moment':
      return {
        kind: load.type,
        direction: `${load.axes} ${load.direction}`,
        value: formatQuantity(load.value, load.type === 'point' ? 'force' : 'moment', units),
        place: `at ${length(load.at)}`,
      };
    case 'uniform':
      return {
        kind: 'uniform',
        direction: `${load.axes} ${load.direction}`,
        value: formatQuantity(load.value, 'lineLoad', units),
        place: spread(load),
      };
    case 'trapezoid':
      return {
        kind: 'trapezoid',
        direction: `${load.axes} ${load.direction}`,
        value: `${formatValue(load.valueFrom, 'lineLoad', units)} to ${formatQuantity(load.valueTo, 'lineLoad', units)}`,
        place: spread(load),
      };
  }
}
