import { storeysUpward, type Storey } from '~core/model';
import { someTab, type ScreenKind } from '../kind';
import { storeyLayout } from './layout';

/** Storeys on the screen. */
export const storeys: ScreenKind<'storeys'> = {
  name: ({ label }) => `storey ${label}`,
  tabs: [
    someTab<Storey>({
      id: 'storeys',
      name: 'Storeys',
      layout: storeyLayout,
      rows: (model) => [...storeysUpward(model)].reverse(),
      empty: 'No storeys yet. Type a name and a level.',
    }),
  ],
};
