import type { Composition } from '../../state/composition';
import type { Workbench } from '../../state/store';

/** Members whose sheets are printed: those chosen, else the selected ones, else the three with the worst utilisation. */
export function sheetMembers({
  composition,
  selection,
  checks,
}: Pick<ReturnType<Workbench['getState']>, 'composition' | 'selection' | 'checks'>): readonly string[] {
  if (composition.members) return composition.members;
  if (selection.members.length > 0) return selection.members.slice(0, 20);
  return [...checks.values()]
    .filter((row) => row.utilisation !== null)
    .sort((a, b) => b.utilisation! - a.utilisation!)
    .slice(0, 3)
    .map((row) => row.memberId);
}

/** The address of a report in one of its forms. */
export function reportAddress(
  projectId: string,
  variant: number,
  { chapters, detail, worst, results, views }: Composition,
  members: readonly string[],
  form: 'pdf' | 'json' | 'xlsx',
): string {
  const search = new URLSearchParams({
    variant: String(variant),
    chapters: chapters.join(','),
    members: members.join(','),
    detail,
    worst: String(worst),
  });
  if (results) search.set('results', JSON.stringify(results));
  if (views.length > 0) search.set('views', JSON.stringify(views));
  return `/projects/${projectId}/report.${form}?${search}`;
}
