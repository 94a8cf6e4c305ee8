import { inOrder, type Material } from '~core/model';
import { someTab, type ScreenKind } from '../kind';
import { byUsers } from '../users';
import { materialLayout } from './layout';

const users = byUsers('material');

/** Materials on the screen. */
export const materials: ScreenKind<'materials'> = {
  name: ({ name }) => `material ${name}`,
  tabs: [
    someTab<Material>({
      id: 'materials',
      name: 'Materials',
      layout: materialLayout,
      rows: (model) => inOrder(model.materials),
      empty: 'No materials yet. Type one of the catalogue here, such as S355.',
      ...users,
    }),
  ],
  found: {
    by: ({ name }) => name,
    way: ({ id, name }, { model }) => ({ words: `Select all members of ${name}`, select: users.selects(model, [id]) }),
  },
};
