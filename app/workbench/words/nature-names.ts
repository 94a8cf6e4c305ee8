import type { Nature } from '~core/model';

/** Natures of load cases in words. */
export const natureNames: Readonly<Record<Nature, string>> = {
  dead: 'dead',
  superimposedDead: 'superimposed dead',
  live: 'live',
  roofLive: 'roof live',
  snow: 'snow',
  rain: 'rain',
  wind: 'wind',
  seismic: 'seismic',
  notional: 'notional',
  temperature: 'temperature',
  settlement: 'settlement',
  earth: 'earth pressure',
  fluid: 'fluid pressure',
  prestress: 'prestress',
  accidental: 'accidental',
  other: 'other',
};

/** The short name a new case of a nature begins with. */
export const natureLetters: Readonly<Record<Nature, string>> = {
  dead: 'D',
  superimposedDead: 'SD',
  live: 'L',
  roofLive: 'Lr',
  snow: 'S',
  rain: 'R',
  wind: 'W',
  seismic: 'E',
  notional: 'N',
  temperature: 'T',
  settlement: 'ST',
  earth: 'H',
  fluid: 'F',
  prestress: 'P',
  accidental: 'A',
  other: 'O',
};

/** Natures whose cases act in a direction. */
export const hasDirection = (nature: Nature): boolean =>
  nature === 'wind' || nature === 'seismic' || nature === 'notional';
