import type { LineBars, MemberChecks } from '../../checks';
import type { Solution } from '../../fem';
import type { Finding, Model } from '../../model';
import type { Block } from '../blocks';
import type { ReportChoice } from '../choice';

/** What chapters are made from. */
export interface ReportSubject {
  readonly model: Model;
  readonly solution: Solution | undefined;
  readonly findings: readonly Finding[];
  readonly choice: ReportChoice;
  /** of the members that chapters of the choice ask for */
  readonly checks: readonly MemberChecks[];
  /** of piers of walls, by their keys, where a chapter of the choice speaks of them */
  readonly piers: readonly MemberChecks[];
  /** the bars of the design line that a member is in, from the side; undefined: it has none */
  readonly lineBars: (memberId: string) => LineBars | undefined;
  readonly utilisations: ReadonlyMap<string, { readonly value: number; readonly open: boolean }>;
}

interface Titles {
  /** where chapters are chosen */
  readonly name: string;
  /** in the document */
  readonly title: string;
}

/** A chapter that can be written without results. */
export interface Chapter extends Titles {
  readonly needsResults?: false;
  /** nothing: the chapter is left out */
  readonly blocks: (subject: ReportSubject) => Block[];
}

/** A chapter that says so when there are no results. */
export interface ResultChapter extends Titles {
  readonly needsResults: true;
  readonly blocks: (subject: ReportSubject & { readonly solution: Solution }) => Block[];
}
