import { formatQuantity } from '../../../../units';
import type { ConcreteBeam } from './concrete-beam';

/** How the stirrups of a beam lie, in sentences: where they are proposed, and where they lie otherwise. */
export function stirrupWords({ stirrups, stirrupZones, units }: ConcreteBeam): string[] {
  const show = (value: number) => formatQuantity(value, 'sectionLength', units, units === 'us' ? 1 : 0);
  const { legs, bar, spacing } = stirrups.value;
  const zones = stirrupZones.length;
  return [
    ...(stirrups.proposed
      ? [
          `The stirrups are proposed: ${legs} legs ${bar.name} at ${show(spacing)}, the same over ${zones > 0 ? 'what the zones leave' : 'the whole beam'}.`,
        ]
      : []),
    ...(zones > 0
      ? [
          `Stirrups lie in ${zones === 1 ? 'a zone' : `${zones} zones`} of their own; each place is checked with those that lie there.`,
        ]
      : []),
  ];
}
