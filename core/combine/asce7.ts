import type { LoadCase } from '../model';
import type { ActionGroups, StatedCombination, Term } from './action-groups';

/** The roof's alternatives: its live load together, or one snow case. Empty array: nothing on the roof. */
function roofChoices(groups: ActionGroups, liveFactor: number, snowFactor: number): Term[][] {
  const choices: Term[][] = [];
  if (groups.roofLive.length > 0) choices.push([{ cases: groups.roofLive, factor: liveFactor }]);
  for (const snow of groups.snow) choices.push([{ cases: [snow], factor: snowFactor }]);
  return choices;
}

const orNone = (choices: Term[][]): Term[][] => (choices.length > 0 ? choices : [[]]);
const each = (cases: readonly LoadCase[], factor: number): Term[][] => cases.map((one) => [{ cases: [one], factor }]);

/**
 * Basic combinations for strength design, ASCE/SEI 7-22 2.3.1, without rain, fluid and seismic terms. The live load factor
 * in 3 and 4 is kept at 1.0 (exception 1 would allow 0.5 in some occupancies).
 */
export function asce7Strength(groups: ActionGroups): StatedCombination[] {
  const dead = (factor: number): Term => ({ cases: groups.dead, factor });
  const live = (factor: number): Term[] => (groups.live.length > 0 ? [{ cases: groups.live, factor }] : []);
  const stated: StatedCombination[] = [];
  const state = (number: number, ...terms: Term[]) => stated.push({ purpose: 'strength', rule: `ASCE 7-22 2.3.1 (${number})`, terms });

  state(1, dead(1.4));
  for (const roof of orNone(roofChoices(groups, 0.5, 0.3))) if (groups.live.length + roof.length > 0) state(2, dead(1.2), ...live(1.6), ...roof);
  for (const roof of roofChoices(groups, 1.6, 1.0)) {
    state(3, dead(1.2), ...roof, ...live(1.0));
    for (const wind of each(groups.wind, 0.5)) state(3, dead(1.2), ...roof, ...wind);
  }
  for (const wind of each(groups.wind, 1.0)) {
    for (const roof of orNone(roofChoices(groups, 0.5, 0.3))) state(4, dead(1.2), ...wind, ...live(1.0), ...roof);
  }
  for (const wind of each(groups.wind, 1.0)) state(5, dead(0.9), ...wind);
  return stated;
}

/** Basic combinations for allowable stress design, ASCE/SEI 7-22 2.4.1, without rain, fluid and seismic terms; used for serviceability. */
export function asce7Service(groups: ActionGroups): StatedCombination[] {
  const dead = (factor: number): Term => ({ cases: groups.dead, factor });
  const live = (factor: number): Term[] => (groups.live.length > 0 ? [{ cases: groups.live, factor }] : []);
  const stated: StatedCombination[] = [];
  const state = (number: number, ...terms: Term[]) => stated.push({ purpose: 'service', rule: `ASCE 7-22 2.4.1 (${number})`, terms });
  const roofs = roofChoices(groups, 1.0, 0.7);
  const partRoofs = roofChoices(groups, 0.75, 0.75 * 0.7);

  state(1, dead(1.0));
  if (groups.live.length > 0) state(2, dead(1.0), ...live(1.0));
  for (const roof of roofs) state(3, dead(1.0), ...roof);
  if (groups.live.length > 0) for (const roof of partRoofs) state(4, dead(1.0), ...live(0.75), ...roof);
  for (const wind of each(groups.wind, 0.6)) state(5, dead(1.0), ...wind);
  for (const wind of each(groups.wind, 0.75 * 0.6)) {
    for (const roof of orNone(partRoofs)) if (groups.live.length + roof.length > 0) state(6, dead(1.0), ...live(0.75), ...wind, ...roof);
  }
  for (const wind of each(groups.wind, 0.6)) state(7, dead(0.6), ...wind);
  return stated;
}
