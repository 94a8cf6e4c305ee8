import { barModulus } from '../../../doors/checks/bar-modulus';
import { missing } from '../../../doors/checks/check';
import { acceptedCage } from '../../../doors/checks/columns/accepted-cage';
import type { ColumnSection } from '../../../doors/checks/columns/cage';
import { columnSize } from '../../../doors/checks/columns/column-size';
import { columnPoints, concreteColumn } from '../../../doors/checks/columns/concrete-column';
import type { CheckedMember, MemberResult } from '../../../doors/checks/design-code';
import { factorsOf, materialOf } from '../material';
import { longTime } from '../time';
import { ratioChecks, slendernessStatement, strengthCheck } from './check-strength';
import { shearChecks, torsionStatement } from './check-shear';
import { tieChecks } from './check-ties';
import { enColumn, shearSection, tieOf } from './column-code';

/** Checks a rectangular or round column. @param strength f_ck, Pa */
export function checkColumn(checked: CheckedMember, strength: number): MemberResult {
  const { section, member, material: concrete, rules } = checked;
  const size = columnSize(section.shape, member.cage);
  if (!size) throw new Error(`${member.id} is neither a rectangular nor a round column.`);
  const place = checked.place();
  if (typeof place === 'string') return { checks: [missing('sway', 'Sway and slenderness', '5.8.2', place)] };
  const of: ColumnSection = {
    ...size,
    cover: rules.cover,
    tie: size.tie ?? tieOf(rules.stirrup),
    fc: strength,
    fy: rules.yieldStress,
    Es: barModulus(rules),
    Ec: concrete.elasticModulus,
  };
  const material = materialOf(of, factorsOf(rules));
  const { creep } = longTime({ ...shearSection(of, undefined, 'z'), width: of.width, depth: of.depth }, rules);
  const points = columnPoints(checked);
  return concreteColumn(
    enColumn(of, material, creep, place, points, checked.model.settings.units),
    checked,
    place,
    points,
    [
      strengthCheck(material, creep),
      slendernessStatement(material, creep),
      ratioChecks(material),
      tieChecks,
      shearChecks(material),
      torsionStatement(material),
      acceptedCage,
    ],
  );
}
