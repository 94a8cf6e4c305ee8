import type { BeamReinforcement } from '../codes/checks';
import { count, formatQuantity, type UnitSystem } from '../units';

/** The bars of a beam in a few words by part: `4 #6 + 2 stretches`; '': none. */
export interface BarWords {
  readonly top: string;
  readonly bottom: string;
  readonly stirrups: string;
}

/** The bars a beam was checked with in a few words, for lists. */
export function barWords({ top, bottom, stirrups, parts }: BeamReinforcement, units: UnitSystem): BarWords {
  const beside = (face: 'top' | 'bottom'): string => {
    const others = (parts.added ?? []).filter((one) => one.face === face).length;
    return others > 0 ? ` + ${count(others, 'stretch')}` : '';
  };
  const layer = (of: typeof top) => (of ? `${of.value.count} ${of.value.bar.name}` : '');
  const zones = parts.zones?.length ?? 0;
  return {
    top: layer(top) + beside('top'),
    bottom: layer(bottom) + beside('bottom'),
    stirrups: stirrups
      ? `${stirrups.value.legs} ${stirrups.value.bar.name} / ${formatQuantity(stirrups.value.spacing, 'sectionLength', units, units === 'us' ? 1 : 0)}${zones > 0 ? ` + ${count(zones, 'zone')}` : ''}`
      : '',
  };
}
