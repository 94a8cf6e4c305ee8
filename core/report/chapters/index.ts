import { analysesChapter } from './analyses';
import { checksChapter } from './checks';
import { combinationsChapter } from './combinations';
import { equilibriumChapter } from './equilibrium';
import { loadSheetsChapter } from './load-sheets';
import { loadsChapter } from './loads';
import { modelChapter } from './model';
import { plausibilityChapter } from './plausibility';
import { resultsChapter } from './results';
import { sheetsChapter } from './sheets';
import { storeysChapter } from './storeys';
import { viewsChapter } from './views';
import type { ReportChapter } from '../choice';
import type { Chapter, ResultChapter } from './chapter';

/** The chapters a report may have. A new one is a file beside this one, its line here and its place among the names of the choice. */
export const chapters: { readonly [K in ReportChapter]: Chapter | ResultChapter } = {
  model: modelChapter,
  loads: loadsChapter,
  loadSheets: loadSheetsChapter,
  combinations: combinationsChapter,
  equilibrium: equilibriumChapter,
  plausibility: plausibilityChapter,
  views: viewsChapter,
  results: resultsChapter,
  storeys: storeysChapter,
  analyses: analysesChapter,
  checks: checksChapter,
  sheets: sheetsChapter,
};
