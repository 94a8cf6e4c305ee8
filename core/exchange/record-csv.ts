/** A ground motion: accelerations at even steps from rest. */
export interface GroundRecord {
  /** s */
  readonly timeStep: number;
  /** m/s² */
  readonly accelerations: number[];
}

export type ReadRecord = { ok: true; record: GroundRecord } | { ok: false; problem: string };

const units: Readonly<Record<string, number>> = { 'm/s2': 1, 'cm/s2': 0.01, gal: 0.01, g: 9.80665 };
export const accelerationUnits = Object.keys(units);

/**
 * Reads a ground motion from text: two columns, time in s and acceleration, or one column of accelerations with a line such as `dt = 0.01`
 * before. Commas, semicolons, tabs or spaces separate; lines that start with a letter or # are headings.
 * @param unit of the accelerations, one of `accelerationUnits`
 */
export function readRecordCsv(text: string, unit = 'm/s2'): ReadRecord {
  const factor = units[unit.toLowerCase()];
  if (factor === undefined)
    return { ok: false, problem: `“${unit}” is not a unit of acceleration here; use ${accelerationUnits.join(', ')}.` };
  const times: number[] = [];
  const accelerations: number[] = [];
  let step: number | undefined;
  let columns = 0;
  for (const [i, line] of text.split(/\r?\n/).entries()) {
    const given = /^\s*#?\s*dt\s*[=:,;]?\s*([0-9.eE+-]+)/.exec(line);
    if (given) {
      step = Number(given[1]);
      if (!(step > 0 && step <= 10))
        return {
          ok: false,
          problem: `Line ${i + 1} gives a time step of ${given[1]} s; it must lie between 0 and 10 s.`,
        };
      continue;
    }
    if (line.trim() === '' || /^\s*["#a-df-zA-DF-Z]/.test(line)) continue;
    const cells = line.trim().split(/[;,\t ]+/);
    const numbers = cells.map(Number);
    if (numbers.length > 2 || numbers.some((value) => !Number.isFinite(value)))
      return { ok: false, problem: `Line ${i + 1} is not one or two numbers: “${line.trim().slice(0, 60)}”.` };
    columns ||= numbers.length;
    if (numbers.length !== columns)
      return { ok: false, problem: `Line ${i + 1} has ${numbers.length} numbers, the lines before have ${columns}.` };
    if (columns === 2) times.push(numbers[0]);
    accelerations.push(factor * numbers[columns - 1]);
  }
  if (accelerations.length < 2) return { ok: false, problem: 'A record needs two accelerations at least.' };
  if (columns === 2) {
    step = (times[times.length - 1] - times[0]) / (times.length - 1);
    const uneven = times.findIndex((time, i) => Math.abs(time - times[0] - i * step!) > 0.01 * step! + 1e-9);
    if (!(step > 0) || uneven >= 0)
      return {
        ok: false,
        problem: `The times are not at even steps: number ${Math.max(uneven, 0) + 1} stands at ${times[Math.max(uneven, 0)]} s. Resample the record.`,
      };
  }
  if (step === undefined)
    return { ok: false, problem: 'One column of accelerations needs a line “dt = 0.01” with its time step in s.' };
  return { ok: true, record: { timeStep: step, accelerations } };
}
