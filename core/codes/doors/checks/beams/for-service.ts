import type { Check } from '../check';
import type { MemberResult } from '../design-code';
import type { BeamCheck, ConcreteBeam } from './concrete-beam';
import { areasOf } from './areas';
import { areasAlong } from './asked-areas';
import { elevationOf } from './elevation';
import { layoutOf } from './layout';

/** Bars are proposed for so many times what bends the beam, one after the other, until it also does in service. */
const asked = [1, 1.2, 1.45, 1.75, 2.1, 2.5] as const;

const fails = (checks: readonly Check[], isService: boolean): boolean =>
  checks.some((check) => check.made && (check.isService === true) === isService && !(check.utilisation <= 1));

/**
 * The checks of a beam. Bars that are proposed are those that strength asks for, or more of them where these keep deflection and cracks within their limits;
 * where no more of them do, those of strength.
 * @param before  rigid length before the flexible part of the member, m
 * @param beamFor the beam with bars proposed for so many times what bends it
 */
export function checkedForService(
  before: number,
  beamFor: (asked: number) => ConcreteBeam,
  checksOf: (beam: ConcreteBeam) => readonly BeamCheck[],
): MemberResult {
  const resultFor = (times: number) => {
    const beam = beamFor(times);
    return { beam, checks: checksOf(beam).flatMap((check) => check(beam)) };
  };
  const first = resultFor(asked[0]);
  let best = first;
  const isOpen = first.beam.chosen.top?.proposed === true || first.beam.chosen.bottom?.proposed === true;
  if (isOpen && fails(first.checks, true))
    for (const times of asked.slice(1)) {
      const more = resultFor(times);
      if (fails(more.checks, true) || (fails(more.checks, false) && !fails(first.checks, false))) continue;
      best = more;
      break;
    }
  const { beam, checks } = best;
  return {
    checks,
    reinforcement: { ...beam.chosen, stirrups: beam.stirrups, parts: beam.parts },
    elevation: () => elevationOf(beam, before, checks),
    layout: () => layoutOf(beam, before),
    areas: () => areasOf(beam, checks),
    areasAlong: () => areasAlong(beam, before, checks),
    ...(beam.code.stiffness ? { stiffness: () => beam.code.stiffness!(beam.bars, beam.d) } : {}),
  };
}
