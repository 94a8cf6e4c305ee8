import { inOrder, type Section } from '~core/model';
import { someTab, type ScreenKind } from '../kind';
import { byUsers } from '../users';
import { sectionLayout } from './layout';

/** Sections on the screen. */
export const sections: ScreenKind<'sections'> = {
  name: ({ name }) => `section ${name}`,
  tabs: [
    someTab<Section>({
      id: 'sections',
      name: 'Sections',
      layout: sectionLayout,
      rows: (model) => inOrder(model.sections),
      empty: 'No sections yet. Type one here, such as IPE 300 or 350 × 600.',
      ...byUsers('section'),
    }),
  ],
};
