import { area, force, moment, sectionLength } from '../../../../sheet';
import { formatQuantity, type UnitSystem } from '../../../../units';
import { missing, skipped, utilisationOf } from '../../../doors/checks/check';
import { compareAs } from '../../../doors/checks/beams/bending';
import type { WallCheck, WallDemand } from '../../../doors/checks/walls/concrete-wall';
import { swayed } from '../../../doors/checks/walls/swayed';
import { mostOf, wallAt } from '../../../doors/checks/walls/wall-checks';
import { acrossDepth, acrossSteel } from '../../../doors/checks/walls/wall-section';
import type { EnMaterial } from '../material';
import { concreteShear, stirrupShear } from '../shear';
import { traceTube } from '../torsion';
import { acrossSection, twistedBy, usedInPlane } from './wall-code';

/** Demands beside those that are there for what torsion pulls. */
const shearing = (demands: readonly WallDemand[]) => demands.filter(({ pull }) => pull === undefined);

/** 6.2, 6.3: shear in the plane of the wall, with torsion where it counts. */
export const shearInPlaneCheck =
  (material: EnMaterial): WallCheck =>
  ({ section, bars, demands }) => {
    const [id, title, clause] = ['shear-in-plane', 'Shear in its plane', '6.2'] as const;
    const { demand, value } = mostOf(shearing(demands), (one) => usedInPlane(section, material, bars, one).utilisation);
    if (demand.V < 1 && !twistedBy(section, material, bars, demand).counts)
      return [skipped(id, title, clause, 'No shear in its plane in any combination.')];
    return [
      {
        ...wallAt(demand),
        id,
        title,
        clause,
        utilisation: value,
        trace: (sheet) => {
          const { turned, d, steel, stirrups, isConcrete, strength, twisted } = usedInPlane(
            section,
            material,
            bars,
            demand,
          );
          sheet.remark(
            `It is a beam as deep as the pier is long, d = 0.8 of it. ${isConcrete ? 'The concrete alone carries it; bars at one end and a quarter of those spread count as pulled.' : 'Its level bars, one leg of each layer, carry it with struts.'} Moments are largest at its foot or head: what shear adds to the pull of upright bars is covered there (9.2.1.3).`,
          );
          if (isConcrete) concreteShear(turned, material, d, steel, demand.N, sheet);
          else stirrupShear(turned, material, d, stirrups, { N: demand.N, My: demand.Mz }, sheet);
          const V_Ed = force(demand.V);
          if (!twisted.counts) {
            compareAs(sheet, clause, 'V_Ed / V_Rd', { V_Ed, V_Rd: force(strength) }, value);
            return;
          }
          sheet.remark(
            'With its torsion the shear cracks the section (6.3.2(5)): level bars carry both, closed around its ends by bars bent to a U.',
          );
          traceTube(sheet, turned);
          sheet.step({
            clause: '6.3.2(2)',
            title: 'Shear that would pull the level bars as torsion does',
            symbol: 'V_T',
            expression: 'T_Ed * 0.9 * d / A_k',
            inputs: { T_Ed: moment(twisted.T), d: sectionLength(d), A_k: area(twisted.enclosed) },
            value: force(twisted.shear),
          });
          const byStruts = twisted.T / twisted.strutTorsion + demand.V / twisted.strutShear;
          if (byStruts >= value - 1e-12)
            compareAs(
              sheet,
              '6.3.2(4)',
              'T_Ed / T_Rdmax + V_Ed / V_Rdmax',
              {
                T_Ed: moment(twisted.T),
                T_Rdmax: moment(twisted.strutTorsion),
                V_Ed,
                V_Rdmax: force(twisted.strutShear),
              },
              value,
            );
          else
            compareAs(
              sheet,
              clause,
              '(V_Ed + V_T) / V_Rd',
              { V_Ed, V_T: force(twisted.shear), V_Rd: force(strength) },
              value,
            );
        },
      },
    ];
  };

/** 6.2.2: shear out of the plane, carried by the concrete alone. */
export const shearAcrossCheck =
  (material: EnMaterial): WallCheck =>
  ({ section, bars, demands }) => {
    const [id, title, clause] = ['shear-across', 'Shear out of its plane', '6.2.2'] as const;
    const turned = acrossSection(section, bars);
    const d = acrossDepth(section, bars);
    const steel = acrossSteel(section, bars);
    const shear = ({ point, sway }: WallDemand) => Math.abs(swayed(point, sway).across);
    const strengthOf = ({ N }: WallDemand) => concreteShear(turned, material, d, steel, N);
    const { demand, value } = mostOf(shearing(demands), (one) => utilisationOf(shear(one), strengthOf(one)));
    if (shear(demand) < 1) return [skipped(id, title, clause, 'No shear across it in any combination.')];
    return [
      {
        ...wallAt(demand),
        id,
        title,
        clause,
        utilisation: value,
        trace: (sheet) => {
          sheet.remark(
            'No bars cross its thickness: the concrete carries it alone, with the upright bars of one layer.',
          );
          const strength = concreteShear(turned, material, d, steel, demand.N, sheet);
          compareAs(sheet, clause, 'V_Ed / V_Rdc', { V_Ed: force(shear(demand)), V_Rdc: force(strength) }, value);
        },
      },
    ];
  };

/** 6.3.2: whether torsion counts, and what carries it. */
export const torsionStatement =
  (material: EnMaterial): WallCheck =>
  ({ section, bars, demands, checked }) => {
    const [id, title, clause] = ['torsion', 'Torsion', '6.3.2'] as const;
    const twisted = shearing(demands).map((demand) => ({ demand, ...twistedBy(section, material, bars, demand) }));
    const show = (number: number) => formatQuantity(number, 'moment', checked.model.settings.units);
    const most = twisted.reduce((worst, one) => (one.T > worst.T ? one : worst));
    const worst = twisted.reduce<(typeof twisted)[number] | undefined>(
      (found, one) => (one.counts && (!found || one.cracked > found.cracked) ? one : found),
      undefined,
    );
    if (!worst)
      return [
        skipped(
          id,
          title,
          clause,
          most.T < 1
            ? 'No torsion in any combination.'
            : `TEd reaches ${show(most.T)}: with the shear beside it the section does not crack by both (6.3.2(5)), or it is below 1% of what cracks it.`,
        ),
      ];
    const words = `TEd is ${show(worst.T)} in ${worst.demand.point.label}, ${Math.ceil(100 * worst.alone)}% of what cracks the section alone; with the shear beside it, it does (6.3.2(5)).`;
    return bars.layers === 2
      ? [
          skipped(
            id,
            title,
            clause,
            `${words} It is part of “Shear in its plane”, and what it pulls upright bars by, up to ${showForce(worst.pull, checked.model.settings.units)}, of “Axial force with bending”.`,
          ),
        ]
      : [missing(id, title, clause, `${words} One layer in the middle carries no torsion: lay two.`)];
  };

const showForce = (value: number, units: UnitSystem) => formatQuantity(value, 'force', units);
