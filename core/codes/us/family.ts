import type { CodeFamily } from '../doors/families/family';

/** ASCE 7 with AISC 360 and ACI 318. */
export const us: CodeFamily = {
  title: 'US',
  called: 'US codes',
  parts: 'ASCE 7, AISC 360, ACI 318',
  basis: 'ASCE 7-22, AISC 360-22 (LRFD), ACI 318-19',
  designedBy: { steel: 'AISC 360-22', concrete: 'ACI 318-19' },
  checks: 'AISC 360-22 (LRFD), ACI 318-19',
  actions: 'asce',
  cases: [
    { label: 'D', name: 'Self-weight', nature: 'dead', selfWeight: true },
    { label: 'SD', name: 'Superimposed dead', nature: 'superimposedDead', selfWeight: false },
    { label: 'L', name: 'Live', nature: 'live', selfWeight: false },
  ],
  materials: { steel: 'A992', concrete: 'NW 5000 psi' },
  sections: {
    column: 'W10X49',
    beam: 'W16X40',
    light: 'W8X18',
    brace: 'L4X4X1/2',
    chord: 'HSS6X6X3/8',
    web: 'HSS4X4X1/4',
  },
  catalogue: 'American',
  bars: {
    steel: 'Grade 60',
    yieldStress: 413.7e6,
    cover: 0.04,
    longitudinal: ['#5', '#6', '#7', '#8', '#9', '#10'],
    stirrup: '#3',
  },
  notional: { share: 0.002, hint: 'AISC 360 C2.2b: 0.002' },
  windSpeed: { si: 50, us: 115 * 0.44704 },
  groundSnow: 1915,
  spectrum: 'asce7',
};
