/** Fields whose words are not just their name taken apart. */
const known: Readonly<Record<string, string>> = {
  start: 'start node',
  end: 'end node',
  angle: 'axis angle',
  position: 'place',
  selfWeight: 'self-weight',
  startConnection: 'start condition',
  endConnection: 'end condition',
  elevation: 'height',
  elasticModulus: 'E',
  poissonRatio: 'Poisson’s ratio',
  steelDesign: 'unbraced lengths',
  massOnly: 'seismic mass only',
  from: 'start of the load',
  to: 'end of the load',
  at: 'position',
  valueFrom: 'value at the start',
  valueTo: 'value at the end',
  parts: 'combinations it is made of',
  titleBlock: 'title block',
  shearDeformation: 'shear deformation',
  supportAngles: 'inclination of the support',
  combining: 'options of combinations',
  bars: 'rules for concrete',
  rules: 'design rules',
  unchecked: 'whether it is checked',
  structure: 'kind of structure',
  limits: 'limits of drift and deflection',
  ownUnits: 'units of its own',
  directions: 'north and names of directions',
  locked: 'locked members and nodes',
  ux: 'movement along x',
  uy: 'movement along y',
  uz: 'movement along z',
  rx: 'turn about x',
  ry: 'turn about y',
  rz: 'turn about z',
};

/** A name of the format as words: `superimposedDead` is "superimposed dead". */
export const plainWords = (name: string): string =>
  name.replace(/([a-z\d])([A-Z])/g, (_, before: string, after: string) => `${before} ${after.toLowerCase()}`);

/** What a field is called in sentences. */
export const fieldWords = (field: string): string => known[field] ?? plainWords(field);

/** A value of a choice as words; names people gave stay as they are. */
export const choiceWords = (field: string, value: string): string =>
  field === 'label' || field === 'name' || !/^[a-z]+([A-Z][a-z]+)+$/.test(value) ? value : plainWords(value);
