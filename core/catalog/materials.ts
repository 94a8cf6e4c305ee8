import { barsTable } from './data/bars-table';
import { materialsTable } from './data/materials-table';
import { cellNumber, readTable } from './table';

const MPa = 1e6;
/** 1 psi in Pa: 4.4482216152605 N on 0.0254² m². */
const psi = 4.4482216152605 / 0.0254 ** 2;

/** A material's constants in SI: Pa, kg/m³, 1/K. Strengths that do not apply are absent. */
export interface MaterialProperties {
  readonly kind: 'steel' | 'concrete';
  readonly standard: string;
  readonly elasticModulus: number;
  readonly poissonRatio: number;
  readonly density: number;
  readonly expansion: number;
  /** Yield stress of steel. */
  readonly yieldStress?: number | undefined;
  /** Tensile strength of steel. */
  readonly tensileStrength?: number | undefined;
  /** Specified or characteristic cylinder strength of concrete. */
  readonly concreteStrength?: number | undefined;
}

export interface CatalogueMaterial extends MaterialProperties {
  readonly name: string;
  /** Largest thickness in m for which the strengths hold; absent when there is no limit. */
  readonly thicknessLimit?: number | undefined;
}

/** Reinforcing steel: yield stress in Pa. */
export interface ReinforcingSteel {
  readonly name: string;
  readonly standard: string;
  readonly yieldStress: number;
  readonly elasticModulus: number;
}

/** Reinforcing bar: diameter in m, area in m², mass in kg/m. */
export interface ReinforcingBar {
  readonly name: string;
  readonly system: 'metric' | 'US';
  readonly diameter: number;
  readonly area: number;
  readonly mass: number;
}

const scaled = (cell: string, factor: number) => {
  const value = cellNumber(cell);
  return value === undefined ? undefined : value * factor;
};
const rows = readTable(materialsTable);

/** Structural steels and concretes. A steel that the standard grades by thickness is listed once, for its thinnest range; its limit says how far. */
export const catalogueMaterials: readonly CatalogueMaterial[] = rows
  .filter(
    (row) =>
      row.kind !== 'rebar' && !row.standard.includes('product values') && Number(row.thickness_min_mm || 0) === 0,
  )
  .map((row) => ({
    name: row.name,
    kind: row.kind === 'steel' ? 'steel' : 'concrete',
    standard: row.standard,
    elasticModulus: Number(row.E_GPa) * 1e9,
    poissonRatio: Number(row.nu),
    density: Number(row.density_kg_m3),
    expansion: Number(row.alpha),
    yieldStress: scaled(row.fy_MPa, MPa),
    tensileStrength: scaled(row.fu_MPa, MPa),
    concreteStrength: scaled(row.fc_MPa, MPa),
    thicknessLimit: scaled(row.thickness_max_mm, 1e-3),
  }));

export const reinforcingSteels: readonly ReinforcingSteel[] = rows
  .filter((row) => row.kind === 'rebar')
  .map((row) => ({
    name: row.name,
    standard: row.standard,
    yieldStress: Number(row.fy_MPa) * MPa,
    elasticModulus: Number(row.E_GPa) * 1e9,
  }));

export const reinforcingBars: readonly ReinforcingBar[] = readTable(barsTable).map((row) => ({
  name: row.name,
  system: row.system === 'US' ? 'US' : 'metric',
  diameter: Number(row.diameter_mm) * 1e-3,
  area: Number(row.area_mm2) * 1e-6,
  mass: Number(row.mass_kg_m),
}));

export function findMaterial(name: string): CatalogueMaterial | undefined {
  const wanted = name.trim().toLowerCase();
  return catalogueMaterials.find(
    (material) =>
      material.name.toLowerCase() === wanted || localMaterialName(material.name, 'si').toLowerCase() === wanted,
  );
}

/** A material's name with the strength it tells in the units of a project: "NW 5000 psi" is "NW 34.5 MPa" where one works in SI. */
export function localMaterialName(name: string, units: 'si' | 'us'): string {
  return units === 'us'
    ? name
    : name.replace(
        /^(.*\S)\s+(\d+) psi$/,
        (_, kind: string, strength: string) => `${kind} ${((Number(strength) * psi) / MPa).toFixed(1)} MPa`,
      );
}

export function findBar(name: string): ReinforcingBar | undefined {
  return reinforcingBars.find((bar) => bar.name.toLowerCase() === name.trim().toLowerCase());
}
