import { barModulus } from '../../../doors/checks/bar-modulus';
import type { CheckedWall, WallResult } from '../../../doors/checks/checked-wall';
import { concreteWall } from '../../../doors/checks/walls/concrete-wall';
import { acceptedBars, endsCheck, layersRule, wallPlaceStatement } from '../../../doors/checks/walls/wall-checks';
import type { WallSection } from '../../../doors/checks/walls/wall-section';
import { enSpacing, factorsOf, materialOf } from '../material';
import { longTime } from '../time';
import { shearAcrossCheck, shearInPlaneCheck, torsionStatement } from './check-shear';
import { linksStatement, steelRules, strengthCheck } from './check-strength';
import { enWall } from './wall-code';
import { findBar } from '../../../../catalog';

/** Checks a pier of a wall. @param strength f_ck, Pa */
export function checkWall(checked: CheckedWall, strength: number): WallResult {
  const { rules, material: concrete, length, thickness } = checked;
  const section: WallSection = {
    length,
    thickness,
    cover: rules.cover,
    fc: strength,
    fy: rules.yieldStress,
    Es: barModulus(rules),
    Ec: concrete.elasticModulus,
  };
  const material = materialOf(section, factorsOf(rules));
  const { creep } = longTime(
    { ...section, width: length, depth: thickness, stirrup: findBar(rules.stirrup)!, spacing: enSpacing },
    rules,
  );
  return concreteWall(enWall(section, material, creep, checked), checked, [
    strengthCheck(material, creep),
    shearInPlaneCheck(material),
    shearAcrossCheck(material),
    steelRules,
    (wall) => [layersRule(wall, '9.6.2(2)', 2, 'Half of the upright steel lies near each face.')],
    endsCheck('8.2'),
    linksStatement,
    torsionStatement(material),
    wallPlaceStatement({ slender: '5.8.3', sway: '5.8.2' }),
    acceptedBars,
  ]);
}
