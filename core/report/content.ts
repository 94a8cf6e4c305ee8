import { familyOf } from '../codes/families';
import { MemberChecker } from '../checks';
import type { Solution } from '../fem';
import { inOrder, isMeshed, type Finding, type Model } from '../model';
import { count, withUnits } from '../units';
import { paragraph, type Block } from './blocks';
import { chapters } from './chapters';
import type { Chapter, ReportSubject, ResultChapter } from './chapters/chapter';
import { reportChapters, type ReportChoice } from './choice';

export interface Report {
  readonly title: string;
  readonly subtitle: string;
  /** number, client, who made and who checked it, as far as the project says */
  readonly titleBlock: readonly (readonly [string, string])[];
  readonly chapters: { title: string; blocks: Block[] }[];
}

/**
 * The content of a report on a model.
 * @param solution absent when the analysis stopped; the report then says so in place of results
 * @param revision what revision of the model it is, for the first page
 */
export function reportContent(
  model: Model,
  solution: Solution | undefined,
  findings: readonly Finding[],
  choice: ReportChoice,
  revision: string,
): Report {
  return withUnits(model.settings.ownUnits, () => content(model, solution, findings, choice, revision));
}

function content(
  model: Model,
  solution: Solution | undefined,
  findings: readonly Finding[],
  choice: ReportChoice,
  revision: string,
): Report {
  const needed =
    choice.chapters.includes('checks') || choice.views?.some(({ quantity }) => quantity === 'utilisation')
      ? inOrder(model.members).map((member) => member.id)
      : choice.chapters.includes('sheets')
        ? choice.members.filter((id) => id in model.members)
        : [];
  const wantsPiers =
    Object.values(model.walls).some(isMeshed) &&
    (['checks', 'sheets'] as const).some((one) => choice.chapters.includes(one));
  const checker = solution && (needed.length > 0 || wantsPiers) ? new MemberChecker(model, solution) : undefined;
  const piers = checker && wantsPiers ? checker.piers.keys.map((key) => checker.piers.check(key)) : [];
  const checks = checker ? needed.map((id) => checker.check(id)) : [];
  const utilisations = new Map(
    checks.flatMap(({ memberId, governing, verdict }) =>
      governing ? [[memberId, { value: governing.utilisation, open: verdict === 'open' }] as const] : [],
    ),
  );
  const subject: ReportSubject = {
    model,
    solution,
    findings,
    choice,
    checks,
    piers,
    lineBars: (memberId) => checker?.lineBars(memberId),
    utilisations,
  };
  const made = (chapter: Chapter | ResultChapter): Block[] => {
    if (!chapter.needsResults) return chapter.blocks(subject);
    return solution
      ? chapter.blocks({ ...subject, solution })
      : [paragraph('The analysis stopped, so there are no results. The findings above say why.')];
  };
  const codes = familyOf(model).basis;
  const second = Object.values(model.combinations).filter((one) => one.order === 'second').length;
  const orders =
    second === 0
      ? 'First-order linear elastic analysis.'
      : `Linear elastic analysis, ${second} of ${count(Object.keys(model.combinations).length, 'combination')} in second order.`;
  const { number: job, client, engineer, checker: checkedBy } = model.settings.titleBlock ?? {};
  const titleBlock = (
    [
      ['Number', job],
      ['Client', client],
      ['Made by', engineer],
      ['Checked by', checkedBy],
    ] as const
  ).flatMap(([name, value]) => (value ? [[name, value] as const] : []));
  return {
    title: model.settings.name,
    titleBlock,
    subtitle: `${codes}. ${revision}. ${orders}`,
    chapters: reportChapters
      .filter((chapter) => choice.chapters.includes(chapter))
      .map((id) => ({ title: chapters[id].title, blocks: made(chapters[id]) }))
      .filter((chapter) => chapter.blocks.length > 0),
  };
}
