import { hasDividedWalls, isMeshed, meshedPanels, storeysUpward, wallParts, type Model } from '~core/model';
import { hasWalls } from '~core/results';
import type { Stage } from '../../state/view-slice';
import { recordTabs } from './screen-kinds';

interface TabName {
  readonly id: string;
  readonly name: string;
  /** whether a model has something to show in it; left out: always */
  readonly has?: (model: Model) => boolean;
}

const ofModel: readonly TabName[] = recordTabs;

const hasConcrete = (model: Model): boolean => Object.values(model.materials).some(({ kind }) => kind === 'concrete');

/** The sheets of the ledger in each stage, the first one shown at first. */
export const ledgerTabs: Readonly<Record<Stage, readonly TabName[]>> = {
  frame: ofModel,
  loads: [
    { id: 'loads', name: 'Loads' },
    { id: 'combinations', name: 'Combinations' },
    { id: 'summary', name: 'Summary' },
    { id: 'storeys', name: 'Take-down by storey' },
    { id: 'columns', name: 'by column' },
  ],
  analysis: ofModel,
  results: [
    { id: 'forces', name: 'Member forces' },
    { id: 'extremes', name: 'Extremes' },
    { id: 'stations', name: 'Stations' },
    { id: 'reactions', name: 'Reactions' },
    { id: 'supportLines', name: 'Rows of supports' },
    { id: 'panels', name: 'Slabs and walls', has: (model) => meshedPanels(model).length > 0 },
    { id: 'lineSupports', name: 'Line supports', has: (model) => Object.keys(model.lineSupports).length > 0 },
    { id: 'wallStoreys', name: 'Walls by storey', has: (model) => hasWalls(model) && storeysUpward(model).length > 1 },
    {
      id: 'flangedBeams',
      name: 'Beams with slabs',
      has: (model) =>
        Object.values(model.slabs).some(isMeshed) && Object.values(model.members).some(({ role }) => role === 'beam'),
    },
    { id: 'piers', name: 'Piers', has: hasDividedWalls },
    { id: 'couplingBeams', name: 'Coupling beams', has: (model) => wallParts(model).beams.length > 0 },
    { id: 'cuts', name: 'Cuts', has: (model) => Object.keys(model.cuts).length > 0 },
    { id: 'soil', name: 'Soil', has: (model) => Object.values(model.slabs).some(({ soil }) => soil) },
    { id: 'displacements', name: 'Nodes' },
    { id: 'storeys', name: 'Storeys' },
    { id: 'modes', name: 'Modes' },
    { id: 'equilibrium', name: 'Equilibrium' },
  ],
  checks: [
    { id: 'worst', name: 'Worst per member' },
    { id: 'skipped', name: 'Not checked' },
    { id: 'lines', name: 'Design lines' },
    {
      id: 'bars',
      name: 'Bars of beams',
      has: hasConcrete,
    },
    { id: 'cages', name: 'Cages of columns', has: hasConcrete },
    { id: 'lifts', name: 'Lifts of columns', has: hasConcrete },
    { id: 'piers', name: 'Piers of walls', has: (model) => Object.values(model.walls).some(isMeshed) },
  ],
  report: ofModel,
};
