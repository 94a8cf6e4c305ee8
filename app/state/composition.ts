import { reportChapters, type ReportChapter, type ReportChoice } from '~core/report';

/** What the composer holds: the choice of chapters, views and tables; it survives a change of stage. */
export interface Composition {
  readonly chapters: readonly ReportChapter[];
  /** null: the selected members, or the three worst */
  readonly members: readonly string[] | null;
  readonly detail: NonNullable<ReportChoice['detail']>;
  readonly worst: number;
  readonly results: ReportChoice['results'] | null;
  readonly views: NonNullable<ReportChoice['views']>;
}

/** The report as a project begins with it. */
export const plainComposition: Composition = {
  chapters: reportChapters,
  members: null,
  detail: 'normal',
  worst: 0,
  results: null,
  views: [],
};
