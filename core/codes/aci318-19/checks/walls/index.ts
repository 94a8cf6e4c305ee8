import { barModulus } from '../../../doors/checks/bar-modulus';
import type { CheckedWall, WallResult } from '../../../doors/checks/checked-wall';
import { concreteWall, type WallCheck } from '../../../doors/checks/walls/concrete-wall';
import { acceptedBars, endsCheck, layersRule, wallPlaceStatement } from '../../../doors/checks/walls/wall-checks';
import type { WallSection } from '../../../doors/checks/walls/wall-section';
import { shearAcrossCheck, shearInPlaneCheck, spreadRules, torsionStatement } from './check-shear';
import { slendernessChecks, strengthCheck, tiesStatement } from './check-strength';
import { aciWall, twoLayersFrom } from './wall-code';

/** 11.7.2.3: walls thicker than 10 in have a layer near each face. */
const layersCheck: WallCheck = (wall) => [
  layersRule(
    wall,
    '11.7.2.3',
    wall.section.thickness > twoLayersFrom ? 2 : 1,
    'Walls thicker than 10 in have two layers at least, one near each face; one layer does in thinner ones.',
  ),
];

/** What is checked of a pier, in the order it is listed. */
const wallChecks: readonly WallCheck[] = [
  strengthCheck,
  slendernessChecks,
  shearInPlaneCheck,
  shearAcrossCheck,
  spreadRules,
  layersCheck,
  endsCheck('25.2'),
  tiesStatement,
  torsionStatement,
  wallPlaceStatement({ slender: '11.4.1.3', sway: '6.2.5' }),
  acceptedBars,
];

/** Checks a pier of a wall. @param strength f'c, Pa */
export function checkWall(checked: CheckedWall, strength: number): WallResult {
  const { rules, material, length, thickness } = checked;
  const section: WallSection = {
    length,
    thickness,
    cover: rules.cover,
    fc: strength,
    fy: rules.yieldStress,
    Es: barModulus(rules),
    Ec: material.elasticModulus,
    reduction: rules.reduction,
  };
  return concreteWall(aciWall(section, checked), checked, wallChecks);
}
