import type { Face } from './building';
import type { MadeArea } from './rule-result';

/** Snow on the plan of a part of the roof, downward. @param value Pa of the plan @returns undefined when nothing is there */
export function snowLoad(caseId: string, face: Face, part: Face['outline'], value: number): MadeArea | undefined {
  if (part.length < 3 || value === 0) return undefined;
  return {
    case: caseId,
    type: 'area',
    label: `snow, ${face.name}`,
    region: { kind: 'polygon', points: part.map((point) => face.place(point)) },
    pressure: { type: 'uniform', value: -value },
    direction: 'z',
    projected: true,
    spread: face.spread,
  };
}

/** An arrangement of snow in words. */
export const arrangementWords = (arrangement: 'balanced' | 'lowSide' | 'highSide') =>
  ({
    balanced: 'balanced',
    lowSide: 'unbalanced, more on the low side',
    highSide: 'unbalanced, more on the high side',
  })[arrangement];
