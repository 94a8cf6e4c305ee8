import type { CheckedWall, PierActions } from '../../../doors/checks/checked-wall';
import { utilisationOf } from '../../../doors/checks/check';
import type { BeamSection } from '../../../doors/checks/beams/beam-section';
import type { OpenWall, WallCode, WallDemand } from '../../../doors/checks/walls/concrete-wall';
import { swayed } from '../../../doors/checks/walls/swayed';
import {
  ratiosOf,
  uprightArea,
  uprightInertia,
  uprightRows,
  wallArea,
  type WallSection,
} from '../../../doors/checks/walls/wall-section';
import type { WallBars } from '../../../doors/checks/wall-reinforcement';
import { mostLeftOut, mostMagnified, uncracked } from '../columns/slenderness';
import { enSpacing, lawsOf, MPa, type EnMaterial } from '../material';
import { concreteShear, shearResistance, stirrupShear, strutShear } from '../shear';
import { crackingTorsion, strutTorsion, tubeOf } from '../torsion';

/** Shares of the section that upright bars are at least and at most outside of laps, 9.6.2(1). */
export const leastUpright = 0.002;
export const mostUpright = 0.04;
/** More upright bars than this need links across the wall, 9.6.4(1). */
export const linksFrom = 0.02;
/** Level bars: a share of the upright ones and of the section, 9.6.3(1). */
export const levelOfUpright = 0.25;
export const levelOfSection = 0.001;
/** Distances of bars, 9.6.2(3) and 9.6.3(2), m and times the thickness. */
export const widest = 0.4;
export const widestInThickness = 3;
/** Effective depth in the plane over the length of the pier: to the middle of the bars of its pulled part. */
export const depthShare = 0.8;

/** Second order out of the plane by nominal curvature, 5.8.8, with K_r = 1 and c = 8. */
export interface Bowed {
  /** pressure of the whole pier, and as if all of it were pressed as its most pressed end, positive, N */
  readonly N: number;
  readonly Ne: number;
  /** l₀: clear between the floors that hold it, m */
  readonly length: number;
  readonly slenderness: number;
  /** e₀ of 6.1(4), e_i of 5.2(9) and e₂ of 5.8.8, m */
  readonly e0: number;
  readonly ei: number;
  readonly e2: number;
  readonly creep: number;
  readonly Kphi: number;
  readonly depth: number;
  readonly curvature: number;
}

/** Effective depth out of the plane of bars that lie in several layers, 5.8.8.3(2), m. */
const bowedDepth = (section: WallSection, bars: WallBars): number =>
  section.thickness / 2 + Math.sqrt(uprightInertia(section, bars) / uprightArea(section, bars));

/** What second order adds out of the plane. @param creep φ(∞, t₀) times the share that lasts @param length m */
export function bowedBy(
  section: WallSection,
  material: EnMaterial,
  bars: WallBars,
  { N, M }: Pick<PierActions, 'N' | 'M'>,
  creep: number,
  length: number,
  depth = bowedDepth(section, bars),
): Bowed {
  const h = section.thickness;
  const slenderness = (length * Math.sqrt(12)) / h;
  const beta = 0.35 + material.fck / MPa / 200 - slenderness / 150;
  const Kphi = Math.max(1, 1 + beta * creep);
  const curvature = (Kphi * material.fyd) / section.Es / (0.45 * depth);
  return {
    N: Math.max(0, -N),
    // bending in its plane presses one end more than the other
    Ne: Math.max(0, -N + (6 * Math.abs(M)) / section.length),
    length,
    slenderness,
    e0: Math.max(h / 30, 0.02),
    ei: length / 400,
    e2: (curvature * length ** 2) / 8,
    creep,
    Kphi,
    depth,
    curvature,
  };
}

/** The moment out of the plane, N·m. @param isSecond it was found by second order: imperfections alone are added */
export const bowedMoment = ({ N, Ne, e0, ei, e2 }: Bowed, out: number, isSecond: boolean): number =>
  Math.max(Math.abs(out) + Ne * (ei + (isSecond ? 0 : e2)), N * e0);

/** What loads that push sideways are multiplied by along the wall under a combination (H.8), or why first order does not do. */
export function swayOf(checked: CheckedWall, line: number): { sway: number; reason?: string } {
  const { isSecond, isCracked } = checked.order(line);
  const { storey, index, unknown, isCracked: inDrift } = checked.sway(line);
  if (isSecond)
    return isCracked
      ? { sway: 1 }
      : {
          sway: 1,
          reason:
            'It is of second order with stiffness that is not cracked (5.8.7.2). Choose a set of reduced stiffness for the strength combinations, walls among it.',
        };
  if (index === undefined)
    return {
      sway: 1,
      reason: `Whether its storey sways along it cannot be told: ${unknown}. Make storeys and a case that pushes them that way, or let strength combinations be of second order with cracked stiffness.`,
    };
  const counted = inDrift ? index : uncracked * index;
  const magnifier = counted < 1 ? 1 / (1 - counted) : Infinity;
  if (magnifier > mostMagnified)
    return {
      sway: 1,
      reason: `${storey} sways so much along it that forces of first order do not do: FV / FV,B = ${counted.toFixed(3)}${inDrift ? '' : ', its drift counted three times because stiffness is not cracked (0.4 Ecd I, H.1.2(4))'}. Let strength combinations be of second order with cracked stiffness, or stiffen the storey.`,
    };
  return { sway: magnifier <= mostLeftOut ? 1 : magnifier };
}

/** A pier as a beam that is sheared in its plane; its level bars are the stirrups. */
export const inPlaneSection = (section: WallSection, bars: WallBars): BeamSection => ({
  width: section.thickness,
  depth: section.length,
  cover: section.cover,
  stirrup: bars.level.bar,
  fc: section.fc,
  fy: section.fy,
  Es: section.Es,
  spacing: enSpacing,
});

/** The same sheared out of its plane. */
export const acrossSection = (section: WallSection, bars: WallBars): BeamSection => ({
  ...inPlaneSection(section, bars),
  width: section.length,
  depth: section.thickness,
});

/** Upright bars that count as those shear in the plane pulls: at one end, and a quarter of those that are spread, m². */
export const pulledInPlane = (section: WallSection, bars: WallBars): number =>
  bars.ends.count * bars.ends.bar.area + (bars.layers * uprightRows(section, bars).count * bars.upright.bar.area) / 4;

/** Resistance to shear in the plane, N. */
export function shearInPlane(section: WallSection, material: EnMaterial, bars: WallBars, { N, Mz }: WallDemand) {
  const turned = inPlaneSection(section, bars);
  const d = depthShare * section.length;
  const steel = pulledInPlane(section, bars);
  const stirrups = { bar: bars.level.bar, legs: bars.layers, spacing: bars.level.spacing };
  return {
    turned,
    d,
    steel,
    stirrups,
    concrete: concreteShear(turned, material, d, steel, N),
    ...shearResistance(turned, material, d, stirrups, steel, { N, My: Mz }),
  };
}

/** Torsion below this share of what cracks the section is incidental. */
const incidental = 0.01;

/** Torsion of a pier as a tube, 6.3.2, with the struts of its shear. */
export interface Twisted {
  readonly T: number;
  /** over what cracks the section by torsion alone, and with the shear beside it */
  readonly alone: number;
  readonly cracked: number;
  /** with the shear it cracks the section, and is not incidental */
  readonly counts: boolean;
  /** of the tube: the area its middle encloses, m², and how long that is around, m */
  readonly enclosed: number;
  readonly perimeter: number;
  readonly cot: number;
  /** shear that would pull level bars as much, N */
  readonly shear: number;
  /** what upright bars are pulled by, N */
  readonly pull: number;
  /** T_Rd,max and V_Rd,max with these struts, N·m and N */
  readonly strutTorsion: number;
  readonly strutShear: number;
}

/** What torsion asks of a pier beside shear. */
export function twistedBy(section: WallSection, material: EnMaterial, bars: WallBars, demand: WallDemand): Twisted {
  const { turned, d, concrete, stirrups } = shearInPlane(section, material, bars, demand);
  const T = Math.abs(swayed(demand.point, demand.sway).T);
  const alone = T / crackingTorsion(turned, material);
  const cracked = alone + (demand.V > 0 ? demand.V / Math.max(1e-9, concrete) : 0);
  const { area: enclosed, perimeter } = tubeOf(turned);
  const { cot } = stirrupShear(turned, material, d, stirrups, { N: demand.N, My: demand.Mz });
  return {
    T,
    alone,
    cracked,
    counts: alone > incidental && cracked > 1,
    enclosed,
    perimeter,
    cot,
    shear: (T * 0.9 * d) / enclosed,
    pull: (T * perimeter * cot) / (2 * enclosed),
    // known for struts at 45°; flatter ones bear less
    strutTorsion: (strutTorsion(turned, material) * 2 * cot) / (1 + cot * cot),
    strutShear: strutShear(turned, material, d, cot),
  };
}

/** How far level bars and struts are used by shear in the plane and the torsion that counts beside it. */
export function usedInPlane(section: WallSection, material: EnMaterial, bars: WallBars, demand: WallDemand) {
  const found = shearInPlane(section, material, bars, demand);
  const twisted = twistedBy(section, material, bars, demand);
  if (!twisted.counts) return { ...found, twisted, utilisation: utilisationOf(demand.V, found.strength) };
  const { turned, d, stirrups } = found;
  const { strength } = stirrupShear(turned, material, d, stirrups, { N: demand.N, My: demand.Mz });
  return {
    ...found,
    twisted,
    strength,
    isConcrete: false,
    utilisation: Math.max(
      utilisationOf(demand.V + twisted.shear, strength),
      twisted.T / twisted.strutTorsion + demand.V / twisted.strutShear,
    ),
  };
}

/** Least level bars over the section, 9.6.3(1). */
export const leastLevel = (section: WallSection, bars: WallBars): number =>
  Math.max((levelOfUpright * uprightArea(section, bars)) / wallArea(section), levelOfSection);

/** EN 1992-1-1 for a pier. @param creep φ(∞, t₀) */
export function enWall(section: WallSection, material: EnMaterial, creep: number, checked: CheckedWall): WallCode {
  const { points, free } = checked;
  const ways = new Map<number, ReturnType<typeof swayOf>>();
  for (const { line } of points) if (!ways.has(line)) ways.set(line, swayOf(checked, line));
  const open: OpenWall[] = [];
  const said = new Set<number>();
  for (const { line, label } of points) {
    const { reason } = ways.get(line)!;
    if (reason === undefined || said.has(line)) continue;
    said.add(line);
    open.push({ label, reason });
  }
  const length = typeof free === 'string' ? 0 : free.length;
  const known = new WeakMap<WallBars, readonly WallDemand[]>();
  const demands = (bars: WallBars): readonly WallDemand[] => {
    let found = known.get(bars);
    if (!found) {
      const depth = bowedDepth(section, bars);
      found = points.flatMap((point): WallDemand[] => {
        const { sway } = ways.get(point.line)!;
        const { N, V, M, out } = swayed(point, sway);
        const bowed = bowedBy(section, material, bars, { N, M }, creep * checked.lasting(point.line), length, depth);
        const demand: WallDemand = {
          point,
          N,
          My: bowedMoment(bowed, out, checked.order(point.line).isSecond),
          Mz: Math.abs(M),
          V: Math.abs(V),
          sway,
        };
        const twisted = twistedBy(section, material, bars, demand);
        return twisted.counts && bars.layers === 2
          ? [demand, { ...demand, N: N + twisted.pull, pull: twisted.pull }]
          : [demand];
      });
      known.set(bars, found);
    }
    return found;
  };
  return {
    section,
    laws: lawsOf(section, material),
    // pressure has no cap of its own: least eccentricities stand for it (6.1(4))
    mostPressure: () => Infinity,
    demands,
    open,
    layers: 2,
    allows: (bars) => {
      const share = uprightArea(section, bars) / wallArea(section);
      const common = Math.min(widestInThickness * section.thickness, widest);
      return (
        share >= leastUpright &&
        share <= mostUpright &&
        ratiosOf(section, bars).level >= leastLevel(section, bars) &&
        uprightRows(section, bars).step <= common + 1e-6 &&
        bars.level.spacing <= widest + 1e-6
      );
    },
    carriesShear: (bars) =>
      demands(bars).every(
        (demand) => demand.pull !== undefined || usedInPlane(section, material, bars, demand).utilisation <= 1,
      ),
  };
}
