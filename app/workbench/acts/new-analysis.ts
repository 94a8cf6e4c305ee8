import { familyOf } from '~core/codes/families';
import { inOrder, type Act, type Analysis, type ModalAnalysis, type Model, type StiffnessSet } from '~core/model';

export const analysisNames: Readonly<Record<Analysis['type'], string>> = {
  modal: 'Modes',
  buckling: 'Buckling',
  spectrum: 'Spectrum',
  history: 'Time history',
};

/** Stiffness sets the codes give, offered where one is chosen. */
export const standardSets: readonly Omit<StiffnessSet, 'id'>[] = [
  {
    label: 'AISC reduced stiffness',
    source: 'AISC 360-22 C2.3(a): 0.8 of all stiffnesses',
    rules: [
      {
        material: 'steel',
        role: 'any',
        factors: { area: 0.8, inertiaY: 0.8, inertiaZ: 0.8, torsion: 0.8, shearY: 0.8, shearZ: 0.8 },
      },
    ],
  },
  aciCracked('ACI cracked sections', 'walls uncracked', 0.7),
  aciCracked('ACI cracked sections, walls too', 'walls cracked', 0.35),
  {
    label: 'EN 1998 half stiffness',
    source:
      'EN 1998-1:2004 4.3.1(7): half of the bending and shear stiffness; of walls that is their stiffness in plane',
    rules: [{ material: 'concrete', role: 'any', factors: { inertiaY: 0.5, inertiaZ: 0.5, shearY: 0.5, shearZ: 0.5 } }],
    panels: [
      { of: 'slabs', factors: { bendingX: 0.5, bendingY: 0.5 } },
      { of: 'walls', factors: { bendingX: 0.5, bendingY: 0.5, membraneX: 0.5, membraneY: 0.5 } },
    ],
  },
];

/** ACI 318-19 Table 6.6.3.1.1(a): of a wall its I counts in plane, as stiffness along its height, and out of plane; flat slabs bend with 0.25. @param wall factor on walls' I */
function aciCracked(label: string, walls: string, wall: number): Omit<StiffnessSet, 'id'> {
  return {
    label,
    source: `ACI 318-19 Table 6.6.3.1.1(a), ${walls}`,
    rules: [
      { material: 'concrete', role: 'column', factors: { inertiaY: 0.7, inertiaZ: 0.7 } },
      { material: 'concrete', role: 'any', factors: { inertiaY: 0.35, inertiaZ: 0.35 } },
    ],
    panels: [
      { of: 'slabs', factors: { bendingX: 0.25, bendingY: 0.25 } },
      { of: 'walls', factors: { bendingX: wall, bendingY: wall, membraneY: wall } },
    ],
  };
}

/** The act that adds an analysis with what can be said without asking: masses from dead cases, the first strength combination, the code's spectrum. */
export function newAnalysis(model: Model, type: Analysis['type']): Act | undefined {
  const count = model.counters.analyses;
  const made: Analysis[] = [];
  const next = () => `a${count + made.length + 1}`;
  const label = (name: string) => {
    const taken = new Set([...Object.values(model.analyses), ...made].map((one) => one.label));
    return taken.has(name)
      ? Array.from({ length: 99 }, (_, i) => `${name} ${i + 2}`).find((candidate) => !taken.has(candidate))!
      : name;
  };
  const addModes = (): ModalAnalysis => {
    const dead = inOrder(model.cases).filter((one) => one.nature === 'dead' || one.nature === 'superimposedDead');
    const modes: ModalAnalysis = {
      id: next(),
      label: label(analysisNames.modal),
      type: 'modal',
      masses: dead.map((one) => ({ case: one.id, factor: 1 })),
      count: null,
      massMatrix: 'lumped',
      verticalMass: false,
    };
    made.push(modes);
    return modes;
  };
  const modal = () => inOrder(model.analyses).find((one) => one.type === 'modal') ?? addModes();
  if (type === 'modal') addModes();
  if (type === 'buckling') {
    const combination = inOrder(model.combinations).find(
      (one) => one.purpose === 'strength' && one.factors.some((factor) => factor.factor > 0),
    );
    const factors = combination?.factors ?? inOrder(model.cases).map((one) => ({ case: one.id, factor: 1 }));
    made.push({
      id: next(),
      label: label(analysisNames.buckling),
      type: 'buckling',
      factors: factors.filter((factor) => factor.factor !== 0),
      count: 4,
    });
  }
  if (type === 'spectrum') {
    const base = modal();
    made.push({
      id: next(),
      label: label(analysisNames.spectrum),
      type: 'spectrum',
      modal: base.id,
      damping: 0.05,
      modeRule: 'cqc',
      directionRule: '100/30',
      eccentricity: 0.05,
      shape: firstSpectra[familyOf(model).spectrum],
    });
  }
  if (type === 'history') {
    const base = modal();
    made.push({
      id: next(),
      label: label(analysisNames.history),
      type: 'history',
      modal: base.id,
      direction: 'x',
      timeStep: 0.01,
      accelerations: pulse,
      factor: 1,
      damping: 0.05,
    });
  }
  return {
    edits: [{ kind: 'add', records: { analyses: made } }],
    sentence: `Added the analysis ${made[made.length - 1].label}`,
  };
}

/** A design spectrum to begin with, by its form. */
const firstSpectra = {
  asce7: { type: 'asce7', sds: 0.5, sd1: 0.2, longPeriod: 8, responseModification: 3, importance: 1 },
  en1998: { type: 'en1998', agR: 1, importance: 1, ground: 'B', spectrumType: '1', behaviourFactor: 1.5 },
} as const;

/** One full sine of 1 m/s² over half a second, then rest: something to shake with until a record is read. */
const pulse = Array.from({ length: 301 }, (_, i) => (i <= 50 ? Math.sin((2 * Math.PI * i) / 50) : 0));
