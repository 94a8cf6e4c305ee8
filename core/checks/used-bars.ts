import type { BeamReinforcement } from '../codes/checks';
import type { Reinforcement } from '../model';

/** The bars a beam was checked with, given and proposed, as the record that accepts them. */
export function usedBars({ top, bottom, side, stirrups, parts }: BeamReinforcement): Reinforcement {
  const layer = (part: BeamReinforcement['side']) => part && { bar: part.value.bar.name, count: part.value.count };
  const [above, below, beside] = [layer(top), layer(bottom), layer(side)];
  return {
    ...(above ? { top: above } : {}),
    ...(below ? { bottom: below } : {}),
    ...(beside ? { side: beside } : {}),
    ...(stirrups
      ? {
          stirrups: {
            bar: stirrups.value.bar.name,
            legs: stirrups.value.legs,
            spacing: stirrups.value.spacing,
          },
        }
      : {}),
    ...parts,
  };
}

/** Whether a part of the bars a beam was checked with is proposed, and not accepted. */
export const hasProposals = ({ top, bottom, side, stirrups }: BeamReinforcement): boolean =>
  [top, bottom, side, stirrups].some((part) => part?.proposed === true);
