import type { Solution } from '../../fem';
import type { Model } from '../../model';
import type { Block } from '../blocks';
import type { ReportChoice } from '../choice';
import { pictureSvg, type PictureRequest } from '../../picture';
import type { Chapter } from './chapter';

/** Each picture with its caption. */
function viewBlocks(
  model: Model,
  solution: Solution | undefined,
  choice: ReportChoice,
  utilisations: NonNullable<PictureRequest['utilisations']>,
): Block[] {
  const views = choice.views ?? [];
  if (views.length === 0) return [];
  return views.map(({ view, quantity, shown }): Block => {
    const saved = view === '' ? undefined : model.views[view];
    const [width, height] = [510, 330];
    return {
      kind: 'picture',
      title: saved?.label ?? (view === '' ? 'The whole frame' : `View ${view} is not there any more; the whole frame`),
      svg: pictureSvg(model, solution, {
        shown,
        quantity,
        utilisations,
        ...(saved ? { view: saved } : {}),
        width,
        height,
        caption: true,
      }),
      width,
      height,
    };
  });
}

export const viewsChapter: Chapter = {
  name: 'Pictures of views',
  title: 'Pictures',
  blocks: ({ model, solution, choice, utilisations }) => viewBlocks(model, solution, choice, utilisations),
};
