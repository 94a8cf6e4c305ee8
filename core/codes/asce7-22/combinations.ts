import { inOrder, type Combining, type Finding, type LoadCase, type Model } from '../../model';
import type { CombinationCode } from '../doors/combinations/combination-code';
import {
  earthquakes,
  withNotional,
  type ActionGroups,
  type StatedCombination,
  type Term,
} from '../doors/combinations/action-groups';

type AsceOptions = Combining['asce'];

export const asceDefaults: AsceOptions = {
  edition: '7-22',
  sds: 0,
  redundancy: 1,
  overstrength: null,
  liveFactor: 1,
  notionalWith: 'gravity',
};

/** Factors on snow: with live load leading, alone, beside an earthquake, and at service level. ASCE 7-22 states snow at strength level, 7-16 does not. */
const snowFactors = {
  '7-22': { companion: 0.3, leading: 1.0, seismic: 0.15, service: 0.7, servicePart: 0.75 * 0.7, seismicService: 0.1 },
  '7-16': { companion: 0.5, leading: 1.6, seismic: 0.2, service: 1.0, servicePart: 0.75, seismicService: 0.75 },
} as const;

/** The roof's alternatives: its live load, one snow case, or rain. Empty: nothing on the roof. */
function roofChoices(groups: ActionGroups, liveFactor: number, snowFactor: number, rainFactor = liveFactor): Term[][] {
  return [
    ...groups.roofLive.map((cases) => [{ cases, factor: liveFactor }]),
    ...each(groups.snow, snowFactor),
    ...each(groups.rain, rainFactor),
  ];
}

const orNone = (choices: Term[][]): Term[][] => (choices.length > 0 ? choices : [[]]);
const each = (cases: readonly LoadCase[], factor: number): Term[][] => cases.map((one) => [{ cases: [one], factor }]);
const liveChoices = (groups: ActionGroups, factor: number): Term[][] =>
  orNone(groups.live.map((cases) => [{ cases, factor }]));
/** Dead load with what goes with it: fluids by the same factor, earth pressure by its own (2.3.1), imposed deformations 1.0 (2.3.4). */
const permanent = (groups: ActionGroups, factor: number, earth: number): Term[] => [
  { cases: groups.dead, factor },
  ...(groups.fluid.length > 0 ? [{ cases: groups.fluid, factor }] : []),
  ...(groups.earth.length > 0 && earth !== 0 ? [{ cases: groups.earth, factor: earth }] : []),
  ...(groups.imposed.length > 0 ? [{ cases: groups.imposed, factor: 1 }] : []),
];

/** Earth pressure adds by the first factor, resists by the second where it is permanent, and by none where it is not (2.3.1, 2.4.1). */
const earthFactors = (groups: ActionGroups, adds: number, resists: number): readonly number[] =>
  groups.earth.length > 0 ? [adds, resists, 0] : [0];

/**
 * Strength design, ASCE/SEI 7-22 (or 7-16) 2.3.1 and 2.3.6, self-straining 2.3.4, extraordinary events 2.5.2. The live load factor in 3, 4 and 6
 * is 1.0 unless exception 1 (0.5) is asked for. Notional loads go with combinations of gravity alone, where AISC 360-22 C2.2b(d) allows (Δ₂/Δ₁
 * not above 1.7), or with all.
 */
const asce7Strength = (groups: ActionGroups, options: AsceOptions): StatedCombination[] =>
  earthFactors(groups, 1.6, 0.9).flatMap((earth) => strengthWith(groups, options, earth));

function strengthWith(groups: ActionGroups, options: AsceOptions, earth: number): StatedCombination[] {
  const code = `ASCE ${options.edition}`;
  const snow = snowFactors[options.edition];
  const dead = (factor: number) => permanent(groups, factor, earth);
  const stated: StatedCombination[] = [];
  const state = (rule: string, terms: Term[], gravityOnly = false) => {
    const one: StatedCombination = { purpose: 'strength', rule: `${code} ${rule}`, terms };
    stated.push(...(gravityOnly || options.notionalWith === 'all' ? withNotional(one, groups.notional) : [one]));
  };
  const reduced = liveChoices(groups, options.liveFactor);

  state('2.3.1 (1)', dead(1.4), true);
  for (const live of liveChoices(groups, 1.6))
    for (const roof of orNone(roofChoices(groups, 0.5, snow.companion)))
      if (live.length + roof.length > 0) state('2.3.1 (2)', [...dead(1.2), ...live, ...roof], true);
  for (const roof of roofChoices(groups, 1.6, snow.leading)) {
    for (const live of reduced) state('2.3.1 (3)', [...dead(1.2), ...roof, ...live], true);
    for (const wind of each(groups.wind, 0.5)) state('2.3.1 (3)', [...dead(1.2), ...roof, ...wind]);
  }
  for (const wind of each(groups.wind, 1.0)) {
    for (const live of reduced)
      for (const roof of orNone(roofChoices(groups, 0.5, snow.companion)))
        state('2.3.1 (4)', [...dead(1.2), ...wind, ...live, ...roof]);
  }
  for (const wind of each(groups.wind, 1.0)) state('2.3.1 (5)', [...dead(0.9), ...wind]);
  for (const warm of each(groups.temperature, 1.0))
    for (const live of reduced) state('2.3.4', [...dead(1.2), ...warm, ...live]);
  const shake = 0.2 * options.sds;
  const kinds = [
    { factor: options.redundancy, words: '' },
    ...(options.overstrength !== null ? [{ factor: options.overstrength, words: ', overstrength' }] : []),
  ];
  for (const { factor, words } of kinds) {
    for (const quake of earthquakes(groups.seismic, factor)) {
      for (const live of reduced)
        for (const flakes of orNone(each(groups.snow, snow.seismic)))
          state(`2.3.6 (6)${words}`, [...dead(1.2 + shake), ...quake, ...live, ...flakes]);
    }
    for (const quake of earthquakes(groups.seismic, factor))
      state(`2.3.6 (7)${words}`, [...dead(0.9 - shake), ...quake]);
  }
  for (const event of each(groups.accidental, 1.0))
    for (const live of liveChoices(groups, 0.5)) {
      for (const factor of [1.2, 0.9])
        for (const flakes of orNone(each(groups.snow, snow.seismic)))
          state('2.5.2', [...dead(factor), ...event, ...live, ...flakes]);
    }
  return stated;
}

/** Allowable stress design, ASCE/SEI 7-22 (or 7-16) 2.4.1 and 2.4.5; used for serviceability. */
const asce7Service = (groups: ActionGroups, options: AsceOptions): StatedCombination[] =>
  earthFactors(groups, 1.0, 0.6).flatMap((earth) => serviceWith(groups, options, earth));

function serviceWith(groups: ActionGroups, options: AsceOptions, earth: number): StatedCombination[] {
  const code = `ASCE ${options.edition}`;
  const snow = snowFactors[options.edition];
  const dead = (factor: number) => permanent(groups, factor, earth);
  const stated: StatedCombination[] = [];
  const state = (rule: string, terms: Term[]) => stated.push({ purpose: 'service', rule: `${code} ${rule}`, terms });
  const roofs = roofChoices(groups, 1.0, snow.service);
  const partRoofs = roofChoices(groups, 0.75, snow.servicePart);
  const part = liveChoices(groups, 0.75);

  state('2.4.1 (1)', dead(1.0));
  if (groups.live.length > 0) for (const live of liveChoices(groups, 1.0)) state('2.4.1 (2)', [...dead(1.0), ...live]);
  for (const roof of roofs) state('2.4.1 (3)', [...dead(1.0), ...roof]);
  if (groups.live.length > 0)
    for (const live of part) for (const roof of partRoofs) state('2.4.1 (4)', [...dead(1.0), ...live, ...roof]);
  for (const wind of each(groups.wind, 0.6)) state('2.4.1 (5)', [...dead(1.0), ...wind]);
  for (const wind of each(groups.wind, 0.75 * 0.6)) {
    for (const live of part)
      for (const roof of orNone(partRoofs))
        if (live.length + roof.length > 0) state('2.4.1 (6)', [...dead(1.0), ...live, ...wind, ...roof]);
  }
  for (const wind of each(groups.wind, 0.6)) state('2.4.1 (7)', [...dead(0.6), ...wind]);
  for (const warm of each(groups.temperature, 1.0))
    for (const live of part) state('2.4.4', [...dead(1.0), ...warm, ...live]);
  const shake = 0.2 * options.sds;
  for (const quake of earthquakes(groups.seismic, 0.7 * options.redundancy))
    state('2.4.5 (8)', [...dead(1.0 + 0.7 * shake), ...quake]);
  for (const quake of earthquakes(groups.seismic, 0.525 * options.redundancy)) {
    for (const live of part)
      for (const flakes of orNone(each(groups.snow, snow.seismicService)))
        state('2.4.5 (9)', [...dead(1.0 + 0.525 * shake), ...quake, ...live, ...flakes]);
  }
  for (const quake of earthquakes(groups.seismic, 0.7 * options.redundancy))
    state('2.4.5 (10)', [...dead(0.6 - 0.7 * shake), ...quake]);
  return stated;
}

/** The level at which second order is solved for allowable stress design, AISC 360-22 C2.1(d). */
const allowableLevel = 1.6;

/**
 * The combinations of 2.4 as a strength set of its own, for allowable stress design: with notional loads, and second order at 1.6 times the
 * load, divided by 1.6 (AISC 360-22 C2.1(d)), which gives the notional loads their α = 1.6 too (C2.2b(a)).
 */
function asce7Allowable(groups: ActionGroups, options: AsceOptions): StatedCombination[] {
  const sideways = new Set([...groups.wind, ...groups.seismic].map((one) => one.id));
  return asce7Service(groups, options).flatMap((one) => {
    const gravityOnly = !one.terms.some((term) => term.cases.some((loadCase) => sideways.has(loadCase.id)));
    const strength: StatedCombination = { ...one, purpose: 'strength', alpha: allowableLevel };
    return gravityOnly || options.notionalWith === 'all' ? withNotional(strength, groups.notional) : [strength];
  });
}

/** Sustained load for creep and settlement, ASCE/SEI 7-22 commentary CC.2.1: D + 0.5 L. */
const asce7Sustained = (groups: ActionGroups, options: AsceOptions): StatedCombination[] =>
  liveChoices(groups, 0.5)
    .slice(0, groups.live.length)
    .map((live) => ({
      purpose: 'sustained',
      rule: `ASCE ${options.edition} CC.2.1`,
      terms: [...permanent(groups, 1, 1), ...live],
    }));

/** An earthquake without S_DS has no vertical part. */
function noVerticalEarthquake(model: Model, { asce }: Combining): Finding[] {
  if (asce.sds > 0) return [];
  const seismic = inOrder(model.cases).find((one) => one.nature === 'seismic');
  if (
    !seismic ||
    !Object.values(model.combinations).some((one) =>
      one.factors.some((part) => part.case === seismic.id && part.factor !== 0),
    )
  )
    return [];
  return [
    {
      key: 'no vertical earthquake',
      rule: 'no-vertical-earthquake',
      severity: 'remark',
      sentence: 'S_DS is 0 in the options of the combinations, so E_v = 0.2 S_DS D is missing beside the earthquake.',
      why: 'ASCE 7-22 12.4.2.2 asks for it in 2.3.6 and 2.4.5. Give S_DS, ρ and, where needed, Ω₀ in the options of the combinations and generate again; accept the finding where S_DS is really next to nothing.',
      place: { case: seismic.id },
    },
  ];
}

/** Combinations by ASCE/SEI 7-22 (or 7-16) chapter 2. */
export const asceCombinations: CombinationCode = {
  title: ({ asce }) => `ASCE ${asce.edition}`,
  state: (groups, { asce }) => [
    ...(asce.design === 'allowable' ? asce7Allowable(groups, asce) : asce7Strength(groups, asce)),
    ...asce7Service(groups, asce),
    ...asce7Sustained(groups, asce),
  ],
  doubts: noVerticalEarthquake,
};
