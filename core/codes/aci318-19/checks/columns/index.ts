import { columnPoints, concreteColumn, type ColumnCheck } from '../../../doors/checks/columns/concrete-column';
import { acceptedCage } from '../../../doors/checks/columns/accepted-cage';
import type { ColumnSection } from '../../../doors/checks/columns/cage';
import { columnSize } from '../../../doors/checks/columns/column-size';
import { missing } from '../../../doors/checks/check';
import type { CheckedMember, MemberResult } from '../../../doors/checks/design-code';
import { barModulus } from '../../../doors/checks/bar-modulus';
import { ratioCheck, slendernessChecks, strengthCheck } from './check-strength';
import { shearChecks, torsionStatement } from './check-shear';
import { tieChecks } from './check-ties';
import { aciColumn, tieOf } from './column-code';
import { floorStatement } from './floor-statement';

/** What is checked of a column, in the order it is listed. */
const columnChecks: readonly ColumnCheck[] = [
  strengthCheck,
  slendernessChecks,
  ratioCheck,
  tieChecks,
  shearChecks,
  torsionStatement,
  floorStatement,
  acceptedCage,
];

/** Checks a rectangular or round column. @param strength f'c, Pa */
export function checkColumn(checked: CheckedMember, strength: number): MemberResult {
  const { section, member, material, rules } = checked;
  const size = columnSize(section.shape, member.cage);
  if (!size) throw new Error(`${member.id} is neither a rectangular nor a round column.`);
  const place = checked.place();
  if (typeof place === 'string') return { checks: [missing('sway', 'Sway and slenderness', '6.2.5', place)] };
  const of: ColumnSection = {
    ...size,
    cover: rules.cover,
    tie: size.tie ?? tieOf(rules.stirrup),
    fc: strength,
    fy: rules.yieldStress,
    Es: barModulus(rules),
    Ec: material.elasticModulus,
    reduction: rules.reduction,
  };
  const points = columnPoints(checked);
  return concreteColumn(
    aciColumn(of, place, points, checked.model.settings.units),
    checked,
    place,
    points,
    columnChecks,
  );
}
