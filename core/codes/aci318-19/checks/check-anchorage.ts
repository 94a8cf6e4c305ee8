import { force, plain } from '../../../sheet';
import { utilisationOf } from '../../doors/checks/check';
import { anchorageCheck, carriedCheck } from '../../doors/checks/beams/anchorage-check';
import type { BeamBars } from '../../doors/checks/beams/beam-bars';
import type { BarRun } from '../../doors/checks/beams/bars-along';
import { compareAs } from '../../doors/checks/beams/bending';
import type { BeamCheck, ConcreteBeam, FaceDemand } from '../../doors/checks/beams/concrete-beam';
import type { DemandPoint } from '../../doors/checks/beams/demands';
import { madeAt } from '../../doors/checks/beams/faces';
import { traceWorst } from './check-flexure';
import { hookDevelopment, straightDevelopment } from './development';
import { shearStrength } from './shear';

/** 25.4, 9.7.3.3: bending where bars are developed in part only. */
const developmentCheck = anchorageCheck({
  clause: '25.4',
  shift:
    'Against the moment at a place bars count by what is developed there (25.4); bars that end go on past where they are asked for by d or 12 diameters (9.7.3.3).',
  traceLength: (sheet, { section }, bar, lying, isHooked) => {
    (isHooked ? hookDevelopment : straightDevelopment)(section, bar, lying, sheet);
  },
  traceBending: traceWorst,
});

/** Where bars end in tension: what the shear and the bars that go on are used there. */
interface Ending {
  readonly run: BarRun;
  readonly point: DemandPoint;
  readonly shearUse: number;
  readonly barUse: number;
  readonly utilisation: number;
}

/** 9.7.3.5: bars that end where their face is in tension. */
const terminationCheck: BeamCheck = (beam) => {
  const found = beam.along.runs.flatMap((run) =>
    [run.from, run.to].filter((x) => beam.along.ends.includes(x)).flatMap((x) => endingAt(beam, run, x)),
  );
  if (found.length === 0) return [];
  const worst = found.reduce((most, one) => (one.utilisation > most.utilisation ? one : most));
  const { run, point, shearUse, barUse, utilisation } = worst;
  return [
    {
      ...madeAt(point),
      isRule: true,
      id: 'termination',
      title: 'Ends of bars in tension',
      clause: '9.7.3.5',
      utilisation,
      trace: (sheet) => {
        sheet.remark(
          `${run.count} ${run.bar.name} of the ${run.face} end where that face is in tension. 9.7.3.5 allows it (a) where shear takes at most two thirds of its strength, or (c) where the bars that go on have twice the area asked for and shear takes at most three quarters. More stirrups there (b) are not counted.`,
        );
        const { strength } = shearStrength(
          beam.section,
          beam.d,
          beam.stirrupsAt(point.x),
          beam.tensionSteel,
          point.N,
          sheet,
        );
        sheet.step({
          clause: '9.7.3.5',
          title: 'Shear against its strength',
          symbol: 'u_V',
          expression: 'V_u / V_d',
          inputs: { V_u: force(shearUse * strength), V_d: force(strength) },
          value: plain(shearUse),
        });
        compareAs(
          sheet,
          '9.7.3.5',
          'min(1.5 * u_V, max(2 * u_M, u_V / 0.75))',
          { u_V: plain(shearUse), u_M: plain(barUse) },
          utilisation,
        );
        sheet.remark('uM: what the bars that go on are used in bending at that place.');
      },
    },
  ];
};

/** An end of bars by the demands beside it; none where their face is not pulled there. */
function endingAt(beam: ConcreteBeam, run: BarRun, x: number): Ending[] {
  const demands = nearest(beam.faces[run.face], x);
  if (demands.length === 0) return [];
  const without: BeamBars = beam.along.present(x + (x === run.to ? 1e-6 : -1e-6));
  const barUse = Math.max(
    ...demands.map(
      ({ point, N }) =>
        beam.code.bend(beam.reinforced(point.shape, without), { N, My: point.My, Mz: 0 })?.utilisation ?? Infinity,
    ),
  );
  const sheared = nearest(
    beam.bending.map((point) => ({ point })),
    x,
  ).map(({ point }) => {
    const { strength } = shearStrength(beam.section, beam.d, beam.stirrupsAt(x), beam.tensionSteel, point.N);
    return { point, use: utilisationOf(Math.abs(point.Vz), strength) };
  });
  const { point, use: shearUse } = sheared.reduce((most, one) => (one.use > most.use ? one : most));
  const utilisation = Math.min(1.5 * shearUse, Math.max(2 * Math.min(barUse, 50), shearUse / 0.75));
  return [{ run, point, shearUse, barUse: Math.min(barUse, 50), utilisation }];
}

/** Demands at the place nearest to one, within 10 cm. */
function nearest<T extends Pick<FaceDemand, 'point'>>(demands: readonly T[], x: number): T[] {
  const far = ({ point }: T) => Math.abs(point.x - x);
  const least = demands.reduce((sum, demand) => Math.min(sum, far(demand)), Infinity);
  return least > 0.1 ? [] : demands.filter((demand) => far(demand) < least + 1e-9);
}

/** 9.7.3.8.1, 9.7.3.8.2. */
const bottomCarried = carriedCheck({
  face: 'bottom',
  clause: '9.7.3.8',
  title: 'Bottom bars into the supports',
  share: ({ limits }) => (limits.start.kind === 'assumed' || limits.end.kind === 'assumed' ? 1 / 3 : 1 / 4),
  remark:
    'At least a quarter of the largest area of bottom bars goes on into supports (9.7.3.8.2), a third where the beam is not built in or does not go on (9.7.3.8.1). What lies all along counts.',
});

/** 9.7.3.8.4. */
const topCarried = carriedCheck({
  face: 'top',
  clause: '9.7.3.8.4',
  title: 'Top bars beyond the supports',
  share: () => 1 / 3,
  remark:
    'At least a third of the top bars goes on beyond where the moment changes its sign (9.7.3.8.4). What lies all along counts.',
});

/** All that is asked of bars that end. */
export const aciAnchorageChecks: readonly BeamCheck[] = [developmentCheck, terminationCheck, bottomCarried, topCarried];
