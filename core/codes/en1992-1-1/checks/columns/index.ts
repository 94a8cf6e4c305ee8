import { findBar } from '../../../../catalog';
import { barModulus } from '../../../doors/checks/bar-modulus';
import { missing } from '../../../doors/checks/check';
import { acceptedCage } from '../../../doors/checks/columns/accepted-cage';
import type { ColumnSection } from '../../../doors/checks/columns/cage';
import { columnPoints, concreteColumn } from '../../../doors/checks/columns/concrete-column';
import type { CheckedMember, MemberResult } from '../../../doors/checks/design-code';
import { factorsOf, materialOf } from '../material';
import { longTime } from '../time';
import { ratioChecks, slendernessStatement, strengthCheck } from './check-strength';
import { shearChecks, torsionStatement } from './check-shear';
import { tieChecks } from './check-ties';
import { enColumn, shearSection, tieOf } from './column-code';

/** Checks a rectangular column with ties. @param strength f_ck, Pa */
export function checkColumn(checked: CheckedMember, strength: number): MemberResult {
  const { section, member, material: concrete, rules } = checked;
  const { shape } = section;
  if (shape.type !== 'rectangle') throw new Error(`${member.id} is no rectangular column.`);
  const place = checked.place();
  if (typeof place === 'string') return { checks: [missing('sway', 'Sway and slenderness', '5.8.2', place)] };
  const of: ColumnSection = {
    width: shape.width,
    depth: shape.depth,
    cover: rules.cover,
    tie: member.cage?.ties ? findBar(member.cage.ties.bar)! : tieOf(rules.stirrup),
    fc: strength,
    fy: rules.yieldStress,
    Es: barModulus(rules),
    Ec: concrete.elasticModulus,
  };
  const material = materialOf(of, factorsOf(rules));
  const { creep } = longTime(shearSection(of, 'z'), rules);
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
