import { plain, sectionLength, stress, type Sheet } from '../../../sheet';
import type { ConcreteRules } from '../../../model';
import type { BeamSection } from '../../doors/checks/beams/beam-section';
import { megapascal, MPa } from './material';

/** What creep and shrinkage follow from, where the design rules say nothing: dry air, loaded after 28 days. */
export const usual = { humidity: 0.5, loadedAt: 28 } as const;

/** Concrete over a long time, cement of class N. */
export interface LongTime {
  /** φ(∞, t₀) */
  readonly creep: number;
  /** ε_cs, without sign */
  readonly shrinkage: number;
  readonly humidity: number;
  /** days */
  readonly loadedAt: number;
  /** h₀ = 2 A_c / u of the beam’s own section, all around in air, m */
  readonly notionalSize: number;
}

/** k_h of Table 3.3. @param size h₀, m */
export function sizeFactor(size: number): number {
  const table = [
    [0.1, 1],
    [0.2, 0.85],
    [0.3, 0.75],
    [0.5, 0.7],
  ] as const;
  if (size <= table[0][0]) return table[0][1];
  for (let i = 1; i < table.length; i++) {
    const [[from, before], [to, after]] = [table[i - 1], table[i]];
    if (size <= to) return before + ((after - before) * (size - from)) / (to - from);
  }
  return table[table.length - 1][1];
}

/** Creep by annex B.1 and shrinkage by 3.1.4(6) and annex B.2, in the end. */
export function longTime({ width, depth, fc }: BeamSection, { service }: ConcreteRules): LongTime {
  const humidity = service?.humidity ?? usual.humidity;
  const loadedAt = service?.loadedAt ?? usual.loadedAt;
  const notionalSize = (width * depth) / (width + depth);
  const fcm = fc / MPa + 8;
  const [a1, a2] = fcm <= 35 ? [1, 1] : [(35 / fcm) ** 0.7, (35 / fcm) ** 0.2];
  const dry = (1 + ((1 - humidity) / (0.1 * Math.cbrt(notionalSize * 1000))) * a1) * a2;
  const creep = (dry * (16.8 / Math.sqrt(fcm))) / (0.1 + loadedAt ** 0.2);
  const drying = 0.85 * (220 + 110 * 4) * Math.exp(-0.12 * (fcm / 10)) * 1e-6 * 1.55 * (1 - humidity ** 3);
  const autogenous = 2.5 * (fc / MPa - 10) * 1e-6;
  return {
    creep,
    shrinkage: sizeFactor(notionalSize) * drying + Math.max(0, autogenous),
    humidity,
    loadedAt,
    notionalSize,
  };
}

/** Steps of creep and shrinkage. */
export function traceLongTime(sheet: Sheet, { fc }: BeamSection, time: LongTime): void {
  const { creep, shrinkage, humidity, loadedAt, notionalSize } = time;
  const fcm = fc / MPa + 8;
  const isStrong = fcm > 35;
  const mean = { value: fcm * MPa, kind: 'stress' } as const;
  sheet.step({
    clause: 'Table 3.1',
    title: 'Mean strength of concrete',
    symbol: 'f_cm',
    expression: 'f_ck + 8 * MPa',
    inputs: { f_ck: stress(fc), MPa: megapascal },
    value: mean,
  });
  const dryness = creep / ((16.8 / Math.sqrt(fcm)) * (1 / (0.1 + loadedAt ** 0.2)));
  sheet.step({
    clause: 'B.1',
    title: 'Creep by the air around',
    symbol: 'phi_RH',
    expression: isStrong
      ? '(1 + (1 - RH) / (0.1 * (h_0 / mm)^(1 / 3)) * (35 * MPa / f_cm)^0.7) * (35 * MPa / f_cm)^0.2'
      : '1 + (1 - RH) / (0.1 * (h_0 / mm)^(1 / 3))',
    inputs: {
      RH: plain(humidity, 2),
      h_0: sectionLength(notionalSize),
      mm: { value: 0.001, kind: 'sectionLength', decimals: 6 },
      ...(isStrong ? { f_cm: mean, MPa: megapascal } : {}),
    },
    value: plain(dryness),
    note: 'h0 = 2 Ac / u of the beam itself, all around in air',
  });
  sheet.step({
    clause: 'B.1',
    title: 'Creep in the end',
    symbol: 'phi',
    expression: 'phi_RH * 16.8 / sqrt(f_cm / MPa) / (0.1 + t_0^0.2)',
    inputs: { phi_RH: plain(dryness), f_cm: mean, MPa: megapascal, t_0: plain(loadedAt, 0) },
    value: plain(creep),
    note: 't0 in days; cement of class N',
  });
  const autogenous = Math.max(0, 2.5 * (fc / MPa - 10)) / 1000;
  sheet.step({
    clause: '3.1.4(6), B.2',
    title: 'Drying shrinkage in the end, in thousandths',
    symbol: 'epsilon_cd',
    expression: 'k_h * 0.561 * exp(-0.012 * f_cm / MPa) * 1.55 * (1 - RH^3)',
    inputs: { k_h: plain(sizeFactor(notionalSize)), f_cm: mean, MPa: megapascal, RH: plain(humidity, 2) },
    value: plain(shrinkage * 1000 - autogenous),
    note: '0.561 = 0.85 (220 + 110 · 4) / 1000; cement of class N; kh of Table 3.3',
  });
  sheet.step({
    clause: '3.1.4(6)',
    title: 'Shrinkage in the end, in thousandths',
    symbol: 'epsilon_cs',
    expression: 'epsilon_cd + 0.0025 * max(0, f_ck / MPa - 10)',
    inputs: { epsilon_cd: plain(shrinkage * 1000 - autogenous), f_ck: stress(fc), MPa: megapascal },
    value: plain(shrinkage * 1000),
  });
}
