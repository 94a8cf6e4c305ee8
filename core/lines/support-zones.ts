import { memberAxis, type Model } from '../model';
import { designLines } from './design-lines';
import { carries, type Carrier } from './supports';

/** What of a beam lies within one of its supports. */
export interface SupportZone {
  /** its faces, m from the start of the member's flexible part; they may lie beyond the member */
  readonly from: number;
  readonly to: number;
  /** its reaction presses the end of the beam */
  readonly presses: boolean;
  /** what carries the beam there, in a sentence */
  readonly why: string;
}

/**
 * Supports that a beam of concrete is built in one with, each with its faces along a member of the beam. Supports without a width, and those of another
 * material, have none: forces there are those at the axis.
 */
export function supportZones(model: Model, id: string): SupportZone[] {
  const line = designLines(model).of.get(id);
  const own = line?.pieces.find(({ member }) => member === id);
  if (!line || !own) return [];
  const record = model.members[id];
  const whole = memberAxis(model, record)!.length;
  const inMember = (s: number) =>
    ((own.reversed ? own.to - s : s - own.from) / (own.to - own.from)) * whole - (record.startRigid ?? 0);
  return line.supports.flatMap((support): SupportZone[] => {
    const { at, face, by, presses, why } = support;
    if (!carries(support) || face.before + face.after === 0 || !by.every((carrier) => isConcrete(model, carrier)))
      return [];
    const [a, b] = [inMember(at - face.before), inMember(at + face.after)];
    return [{ from: Math.min(a, b), to: Math.max(a, b), presses, why }];
  });
}

function isConcrete(model: Model, { kind, id }: Carrier): boolean {
  if (kind === 'ground') return false;
  const { material } = kind === 'wall' ? model.walls[id] : model.members[id];
  return material !== null && model.materials[material].kind === 'concrete';
}
