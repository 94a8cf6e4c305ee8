import { governing, MemberChecker } from '~core/checks';
import { solveNow } from '~core/fem';
import { emptyModel, type Model } from '~core/model';
import { databasePath, openDatabase } from '~app/store/database';
import { Projects } from '~app/store/projects';
import type { RunSummary } from '~app/store/run-summary';
import type { Author } from './author';
import { authorDunlinStudios } from './dunlin-studios';
import { authorQuillhavenLibrary } from './quillhaven-library';
import { authorPipistrelleHouse } from './pipistrelle-house';
import { authorTernHide } from './tern-hide';

/** The demonstration's projects, the one that opens first last. */
export const demonstration: readonly (() => Author)[] = [
  authorPipistrelleHouse,
  authorDunlinStudios,
  authorTernHide,
  authorQuillhavenLibrary,
];

/**
 * Fills an empty database with the demonstration; projects that are there already, under whatever name, are left alone.
 * @param authors of its projects; left out: all
 */
export function fillDemonstration(projects: Projects, authors = demonstration): string[] {
  const { open, binned } = projects.list.page();
  if (open + binned > 0) return [];
  return authors.map((author) => record(projects, author()));
}

/** Records an author's acts as a project's revisions, one by one, and the result of its first solve. */
function record(projects: Projects, author: Author): string {
  const { name, units, code } = author.model.settings;
  const id = projects.create(emptyModel({ name, units, code }), 'Made the project');
  for (const act of author.acts) {
    const appended = projects.revisions.append(id, projects.revisions.head(id)!.revisionId, { kind: 'edit', act });
    if (appended.status !== 'done') throw new Error(`The demonstration cannot be built: ${JSON.stringify(appended)}`);
  }
  const { revision, model } = projects.revisions.open(id)!;
  projects.keepRun(id, revision, summarise(model));
  return name;
}

function summarise(model: Model): RunSummary {
  const { solution, findings } = solveNow(model);
  const checker = solution && new MemberChecker(model, solution);
  const checked = checker ? Object.keys(model.members).map((id) => checker.check(id)) : [];
  const all = checked.flatMap(({ memberId, checks }) => {
    const worst = governing(checks);
    return worst ? [{ member: memberId, title: worst.title, utilisation: worst.utilisation }] : [];
  });
  return {
    status: solution ? 'solved' : 'stopped',
    stops: findings.filter((finding) => finding.severity === 'stop').length,
    remarks: findings.filter((finding) => finding.severity === 'remark').length,
    worst: all.reduce<(typeof all)[number] | null>(
      (a, b) => (a === null || b.utilisation > a.utilisation ? b : a),
      null,
    ),
    utilisations: Object.fromEntries(all.map(({ member, utilisation }) => [member, Number(utilisation.toFixed(3))])),
  };
}

if (process.argv[1]?.endsWith('fill.ts')) {
  const filled = fillDemonstration(new Projects(openDatabase(databasePath())));
  console.log(
    filled.length > 0
      ? `Filled the database with ${filled.slice(0, -1).join(', ')} and ${filled.at(-1)}.`
      : 'The database holds projects already; it was left as it is.',
  );
}
