import { anchorageCheck, carriedCheck } from '../../doors/checks/beams/anchorage-check';
import type { BeamCheck } from '../../doors/checks/beams/concrete-beam';
import { traceAnchorage } from './anchorage';
import { traceWorst } from './check-faces';
import type { EnMaterial } from './material';

/** 8.4, 9.2.1.3, 9.2.1.4: all that is asked of bars that end. */
export const enAnchorageChecks = (material: EnMaterial): readonly BeamCheck[] => [
  anchorageCheck({
    clause: '8.4',
    shift: `Moments are shifted along the beam by al = 0.9 d cot θ / 2 with cot θ = ${material.factors.mostCot}, the flattest struts allowed (9.2.1.3(2)); against them bars count by what is anchored (9.2.1.3(3)).`,
    traceLength: (sheet, { section }, bar, lying, isHooked) =>
      traceAnchorage(sheet, section, material, bar, lying, isHooked),
    traceBending: traceWorst(material),
  }),
  carriedCheck({
    face: 'bottom',
    clause: '9.2.1.4(1)',
    title: 'Bottom bars into the supports',
    share: () => 0.25,
    remark:
      'At least a quarter of the bottom bars of the span goes on into its supports (9.2.1.4(1), 9.2.1.5(1)). What lies all along counts.',
  }),
];
