import { lazy, Suspense, useEffect, useState } from 'react';
import { data, useLoaderData, type ShouldRevalidateFunctionArgs } from 'react-router';
import { guarded } from '../server/guarded';
import { projectOr404, variantOr404 } from '../server/requests';
import { projects } from '../server/services';
import { fetchModel } from '../state/server-door';
import type { OpenedProject } from '../state/store';
import { BrandMark } from '../theme/icons';
import type { Route } from './+types/workbench';

const Workbench = lazy(async () => ({ default: (await import('../workbench/workbench.client')).Workbench }));

export const meta = ({ data: opened }: Route.MetaArgs) => [{ title: opened ? `${opened.name} · Elbow` : 'Elbow' }];

/** A packed model larger than this is not put into the page but fetched, made by a thread of its own, bytes. */
const largestInPage = 150e3;

export const loader = guarded(({ request, params }: Route.LoaderArgs) => {
  const { projectId } = params;
  const name = projectOr404(projectId);
  if (projects().isBinned(projectId))
    throw data('This project is in the bin. Restore it on the projects page to open it.', { status: 410 });
  const { variants, watches, revisions } = projects();
  const opened = revisions.openUpTo(projectId, variantOr404(request, projectId), largestInPage)!;
  return { projectId, name, ...opened, variants: variants.list(projectId), watches: watches.list(projectId) };
});

/** The workbench follows its own edits; only another variant asks the loader again. */
export const shouldRevalidate = ({ currentUrl, nextUrl }: ShouldRevalidateFunctionArgs) =>
  currentUrl.searchParams.get('variant') !== nextUrl.searchParams.get('variant');

export default function WorkbenchRoute() {
  const opened = useLoaderData<typeof loader>();
  const [project, setProject] = useState<OpenedProject | string>();
  useEffect(() => {
    const { model } = opened;
    if (model !== null) {
      setProject({ ...opened, model });
      return;
    }
    let wanted = true;
    void fetchModel(opened.projectId, opened.revision).then(
      (answer) => wanted && setProject(answer.ok ? { ...opened, model: answer.value } : answer.error),
    );
    return () => {
      wanted = false;
    };
  }, [opened]);
  if (typeof project !== 'object')
    return <Opening name={opened.name} {...(project === undefined ? {} : { error: project })} />;
  return (
    <Suspense fallback={<Opening name={opened.name} />}>
      <Workbench opened={project} />
    </Suspense>
  );
}

/** What is seen until the workbench's code has come. */
function Opening({ name, error }: { name: string; error?: string }) {
  return (
    <div className="workbench">
      <header className="top-bar">
        <span className="brand-mark">
          <BrandMark /> Elbow
        </span>
        <span className="divider" />
        <h1 className="title">{name}</h1>
        <span className={error === undefined ? 'caption' : 'over'} role="status">
          {error === undefined ? 'opening …' : `It cannot be opened. ${error} Load the page again.`}
        </span>
      </header>
      <main className="stagearea graph-paper" />
    </div>
  );
}
