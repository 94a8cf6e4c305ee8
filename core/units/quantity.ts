/**
 * Physical quantities the product reads and shows. Inside, every number is in base SI (m, N, Pa, kg, s, rad, K);
 * this file is the only place that knows how large a kip or a millimetre is.
 */

export type UnitSystem = 'si' | 'us';

export type QuantityKind =
  | 'length'
  | 'sectionLength'
  | 'deflection'
  | 'area'
  | 'secondMoment'
  | 'sectionModulus'
  | 'warping'
  | 'force'
  | 'moment'
  | 'lineLoad'
  | 'momentPerWidth'
  | 'pressure'
  | 'unitWeight'
  | 'speed'
  | 'temperature'
  | 'planArea'
  | 'stress'
  | 'modulus'
  | 'density'
  | 'angle'
  | 'springForce'
  | 'springMoment'
  | 'lineSpring'
  | 'lineSpringMoment'
  | 'subgrade'
  | 'barArea'
  | 'time'
  | 'frequency'
  | 'number';

const inch = 0.0254;
const foot = 0.3048;
/** 1 lbf in N: 0.45359237 kg × 9.80665 m/s² (exact by definition). */
const poundForce = 4.4482216152605;
const kip = 1000 * poundForce;
const pound = 0.45359237;

const lengthUnits = { m: 1, mm: 1e-3, cm: 1e-2, km: 1e3, ft: foot, in: inch, "'": foot, '"': inch } as const;
const stressUnits = {
  Pa: 1,
  kPa: 1e3,
  MPa: 1e6,
  GPa: 1e9,
  'N/mm2': 1e6,
  'kN/m2': 1e3,
  'kN/mm2': 1e9,
  psi: poundForce / inch ** 2,
  ksi: kip / inch ** 2,
  psf: poundForce / foot ** 2,
  ksf: kip / foot ** 2,
  'lb/ft2': poundForce / foot ** 2,
  'lbf/ft2': poundForce / foot ** 2,
  'kip/ft2': kip / foot ** 2,
  'k/ft2': kip / foot ** 2,
  'N/m2': 1,
} as const;
const powers = (power: number, suffix: string): Record<string, number> => ({
  [`m${suffix}`]: 1,
  [`cm${suffix}`]: 1e-2 ** power,
  [`mm${suffix}`]: 1e-3 ** power,
  [`in${suffix}`]: inch ** power,
  [`ft${suffix}`]: foot ** power,
});

interface Kind {
  /** What the kind is called in a message. */
  readonly name: string;
  /** Every unit that may be typed, with its size in base SI. */
  readonly units: Readonly<Record<string, number>>;
  /** The unit shown in each system, and the decimals that suit it. */
  readonly shown: Readonly<Record<UnitSystem, { unit: string; decimals: number }>>;
}

const shown = (si: string, siDecimals: number, us: string, usDecimals: number) => ({
  si: { unit: si, decimals: siDecimals },
  us: { unit: us, decimals: usDecimals },
});

export const kinds: Readonly<Record<QuantityKind, Kind>> = {
  length: { name: 'a length', units: lengthUnits, shown: shown('m', 3, 'ft', 2) },
  sectionLength: { name: 'a length', units: lengthUnits, shown: shown('mm', 1, 'in', 3) },
  deflection: { name: 'a length', units: lengthUnits, shown: shown('mm', 2, 'in', 3) },
  area: { name: 'an area', units: powers(2, '2'), shown: shown('cm2', 2, 'in2', 2) },
  barArea: { name: 'an area', units: powers(2, '2'), shown: shown('mm2', 0, 'in2', 2) },
  sectionModulus: { name: 'a section modulus', units: powers(3, '3'), shown: shown('cm3', 1, 'in3', 1) },
  secondMoment: { name: 'a second moment of area', units: powers(4, '4'), shown: shown('cm4', 1, 'in4', 2) },
  warping: { name: 'a warping constant', units: powers(6, '6'), shown: shown('cm6', 0, 'in6', 0) },
  force: {
    name: 'a force',
    units: { N: 1, kN: 1e3, MN: 1e6, lbf: poundForce, lb: poundForce, lbs: poundForce, kip, kips: kip, k: kip },
    shown: shown('kN', 1, 'kip', 1),
  },
  moment: {
    name: 'a moment',
    units: {
      'N·m': 1,
      Nm: 1,
      'kN·m': 1e3,
      kNm: 1e3,
      'MN·m': 1e6,
      'N·mm': 1e-3,
      'kip·ft': kip * foot,
      'kip-ft': kip * foot,
      kft: kip * foot,
      'kip·in': kip * inch,
      'kip-in': kip * inch,
      'lbf·ft': poundForce * foot,
      'lb·ft': poundForce * foot,
      'lb-ft': poundForce * foot,
      'k·ft': kip * foot,
      'k-ft': kip * foot,
      'kips·ft': kip * foot,
      'kips-ft': kip * foot,
    },
    shown: shown('kN·m', 1, 'kip·ft', 1),
  },
  momentPerWidth: {
    name: 'a moment per width',
    units: {
      'N·m/m': 1,
      'kN·m/m': 1e3,
      'kNm/m': 1e3,
      'MN·m/m': 1e6,
      'kip·ft/ft': kip,
      'kip-ft/ft': kip,
      'k·ft/ft': kip,
      'lbf·ft/ft': poundForce,
    },
    shown: shown('kN·m/m', 1, 'kip·ft/ft', 1),
  },
  lineLoad: {
    name: 'a load per length',
    units: {
      'N/m': 1,
      'kN/m': 1e3,
      'N/mm': 1e3,
      'kN/cm': 1e5,
      plf: poundForce / foot,
      'lbf/ft': poundForce / foot,
      'lb/ft': poundForce / foot,
      'lbs/ft': poundForce / foot,
      'kips/ft': kip / foot,
      klf: kip / foot,
      'kip/ft': kip / foot,
      'k/ft': kip / foot,
      'kip/in': kip / inch,
    },
    shown: shown('kN/m', 2, 'kip/ft', 3),
  },
  pressure: { name: 'a pressure', units: stressUnits, shown: shown('kPa', 2, 'psf', 1) },
  unitWeight: {
    name: 'a unit weight',
    units: { 'N/m3': 1, 'kN/m3': 1e3, 'lbf/ft3': poundForce / foot ** 3, pcf: poundForce / foot ** 3 },
    shown: shown('kN/m3', 1, 'lbf/ft3', 0),
  },
  speed: { name: 'a speed', units: { 'm/s': 1, 'km/h': 1 / 3.6, mph: 0.44704 }, shown: shown('m/s', 1, 'mph', 0) },
  temperature: {
    name: 'a difference of temperature',
    units: { K: 1, '°C': 1, C: 1, '°F': 5 / 9, F: 5 / 9 },
    shown: shown('K', 1, '°F', 1),
  },
  planArea: { name: 'an area', units: powers(2, '2'), shown: shown('m2', 2, 'ft2', 1) },
  stress: { name: 'a stress', units: stressUnits, shown: shown('MPa', 1, 'ksi', 2) },
  modulus: { name: 'a modulus of elasticity', units: stressUnits, shown: shown('GPa', 1, 'ksi', 0) },
  density: {
    name: 'a density',
    units: { 'kg/m3': 1, 't/m3': 1e3, 'lb/ft3': pound / foot ** 3, pcf: pound / foot ** 3 },
    shown: shown('kg/m3', 0, 'lb/ft3', 1),
  },
  springForce: {
    name: 'a stiffness',
    units: { 'N/m': 1, 'kN/m': 1e3, 'kN/mm': 1e6, 'MN/m': 1e6, 'kip/in': kip / inch, 'kip/ft': kip / foot },
    shown: shown('kN/m', 0, 'kip/in', 1),
  },
  lineSpring: {
    name: 'a stiffness per length',
    units: {
      'N/m2': 1,
      'kN/m2': 1e3,
      'MN/m2': 1e6,
      'kN/m/m': 1e3,
      'kip/in/ft': kip / inch / foot,
      'kip/ft2': kip / foot ** 2,
      'kip/ft/ft': kip / foot ** 2,
    },
    shown: shown('kN/m/m', 0, 'kip/in/ft', 1),
  },
  lineSpringMoment: {
    name: 'a rotational stiffness per length',
    units: { 'N·m/rad/m': 1, 'kN·m/rad/m': 1e3, 'kNm/rad/m': 1e3, 'kip·ft/rad/ft': kip },
    shown: shown('kN·m/rad/m', 0, 'kip·ft/rad/ft', 0),
  },
  subgrade: {
    name: 'a modulus of subgrade reaction',
    units: {
      'N/m3': 1,
      'kN/m3': 1e3,
      'MN/m3': 1e6,
      'kN/m2/m': 1e3,
      'lb/in3': pound / inch ** 3,
      pci: pound / inch ** 3,
      'kip/ft3': kip / foot ** 3,
      kcf: kip / foot ** 3,
      'kip/ft2/ft': kip / foot ** 3,
    },
    shown: shown('MN/m3', 1, 'kip/ft3', 1),
  },
  springMoment: {
    name: 'a rotational stiffness',
    units: {
      'N·m': 1,
      'kN·m': 1e3,
      kNm: 1e3,
      'MN·m': 1e6,
      'N·m/rad': 1,
      'kN·m/rad': 1e3,
      'kNm/rad': 1e3,
      'MN·m/rad': 1e6,
      'kip·ft/rad': kip * foot,
      'kip·in/rad': kip * inch,
      'kip·ft': kip * foot,
    },
    shown: shown('kN·m/rad', 0, 'kip·ft/rad', 0),
  },
  angle: {
    name: 'an angle',
    units: { rad: 1, deg: Math.PI / 180, '°': Math.PI / 180 },
    shown: shown('deg', 1, 'deg', 1),
  },
  time: { name: 'a time', units: { s: 1, ms: 1e-3, min: 60 }, shown: shown('s', 3, 's', 3) },
  frequency: { name: 'a frequency', units: { Hz: 1 }, shown: shown('Hz', 2, 'Hz', 2) },
  number: { name: 'a number', units: {}, shown: shown('', 3, '', 3) },
};

/** Quantities for which a project may choose a unit of its own, beside its system, and the units it may choose. */
export const ownUnitChoices = {
  length: ['m', 'cm', 'mm', 'ft', 'in'],
  sectionLength: ['mm', 'cm', 'm', 'in'],
  deflection: ['mm', 'cm', 'in'],
  area: ['cm2', 'mm2', 'in2'],
  sectionModulus: ['cm3', 'mm3', 'in3'],
  secondMoment: ['cm4', 'mm4', 'in4'],
  planArea: ['m2', 'ft2'],
  force: ['kN', 'N', 'MN', 'kip', 'lbf'],
  moment: ['kN·m', 'N·m', 'MN·m', 'kip·ft', 'kip·in', 'lbf·ft'],
  lineLoad: ['kN/m', 'N/m', 'N/mm', 'kip/ft', 'lbf/ft'],
  pressure: ['kPa', 'Pa', 'kN/m2', 'psf', 'ksf'],
  stress: ['MPa', 'kPa', 'N/mm2', 'ksi', 'psi'],
  unitWeight: ['kN/m3', 'lbf/ft3'],
  springForce: ['kN/m', 'kN/mm', 'MN/m', 'kip/in', 'kip/ft'],
} as const satisfies Partial<Record<QuantityKind, readonly string[]>>;
export type OwnKind = keyof typeof ownUnitChoices;
export type OwnUnits = Readonly<Partial<Record<OwnKind, string>>>;

let own: Readonly<Partial<Record<QuantityKind, string>>> = {};

/**
 * From now on quantities are shown, and bare numbers read, in a project's own units where it has chosen some. Whoever shows one project at a time — the
 * browser, a worker — says so when it takes the project up; who serves many uses `withUnits`.
 * @param units by kind of quantity; undefined: the units of the system
 */
export function showIn(units: OwnUnits | undefined): void {
  own = units ?? {};
}

/** Makes something with a project's own units in force, and with those before it afterwards. `make` must not wait for anything. */
export function withUnits<T>(units: OwnUnits | undefined, make: () => T): T {
  const before = own;
  own = units ?? {};
  try {
    return make();
  } finally {
    own = before;
  }
}

/** The unit in which a kind is shown, and the decimals that suit it: as many digits as the system's unit would have. */
export function shownUnit(kind: QuantityKind, system: UnitSystem): { unit: string; decimals: number } {
  const usual = kinds[kind].shown[system];
  const chosen = own[kind];
  return chosen === undefined || !(chosen in kinds[kind].units)
    ? usual
    : { unit: chosen, decimals: decimalsIn(kind, system, usual.decimals) };
}

/** Decimals that show as much in the unit in force as a number of them does in the unit of the system. */
export function decimalsIn(kind: QuantityKind, system: UnitSystem, decimals: number): number {
  const chosen = own[kind];
  const {
    units,
    shown: { [system]: usual },
  } = kinds[kind];
  if (chosen === undefined || !(chosen in units)) return decimals;
  return Math.min(8, Math.max(0, decimals + Math.round(Math.log10(units[chosen] / units[usual.unit]))));
}

/** The size in base SI of the unit in which `kind` is shown in `system`. */
export function unitSize(kind: QuantityKind, system: UnitSystem): number {
  const { unit } = shownUnit(kind, system);
  return unit === '' ? 1 : kinds[kind].units[unit];
}

/** The unit in which `kind` is shown, written for the screen (`mm²`, not `mm2`). Empty for a bare number. */
export function unitLabel(kind: QuantityKind, system: UnitSystem): string {
  return prettyUnit(shownUnit(kind, system).unit);
}

const superscripts: Readonly<Record<string, string>> = { 2: '²', 3: '³', 4: '⁴', 6: '⁶' };

/** `kN/m2` → `kN/m²`, `deg` → `°`. */
export function prettyUnit(unit: string): string {
  if (unit === 'deg') return '°';
  return unit.replace(/([a-z])([2346])/g, (_, letter: string, digit: string) => letter + superscripts[digit]);
}
