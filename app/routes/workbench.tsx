import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { data, useLoaderData, type ShouldRevalidateFunctionArgs } from 'react-router';
import { guarded } from '../server/guarded';
import { variantOr404 } from '../server/requests';
import { projects } from '../server/services';
import { BrandMark } from '../theme/icons';
import type { Route } from './+types/workbench';

const Workbench = lazy(async () => ({ default: (await import('../workbench/workbench.client')).Workbench }));

export const meta = ({ data: opened }: Route.MetaArgs) => [{ title: opened ? `${opened.model.settings.name} · Elbow` : 'Elbow' }];

export const loader = guarded(({ request, params }: Route.LoaderArgs) => {
  const binned = projects().isBinned(params.projectId);
  if (binned === undefined) throw data(`There is no project “${params.projectId}”.`, { status: 404 });
  if (binned) throw data('This project is in the bin. Restore it on the projects page to open it.', { status: 410 });
  const { variants, watches, revisions } = projects();
  const opened = revisions.open(params.projectId, variantOr404(request, params.projectId))!;
  return { projectId: params.projectId, ...opened, variants: variants.list(params.projectId), watches: watches.list(params.projectId) };
});

/** The workbench follows its own edits; only another variant asks the loader again. */
export const shouldRevalidate = ({ currentUrl, nextUrl }: ShouldRevalidateFunctionArgs) => currentUrl.searchParams.get('variant') !== nextUrl.searchParams.get('variant');

export default function WorkbenchRoute() {
  const opened = useLoaderData<typeof loader>();
  const project = useMemo(() => opened, [opened]);
  const [mounted, setMounted] = useState(false);
  useEffect(() => setMounted(true), []);
  return mounted ? (
    <Suspense fallback={<Opening name={opened.model.settings.name} />}>
      <Workbench opened={project} />
    </Suspense>
  ) : (
    <Opening name={opened.model.settings.name} />
  );
}

/** What is seen until the workbench's code has come. */
function Opening({ name }: { name: string }) {
  return (
    <div className="workbench">
      <header className="top-bar">
        <span className="brand-mark">
          <BrandMark /> Elbow
        </span>
        <span className="divider" />
        <h1 className="title">{name}</h1>
        <span className="caption" role="status">
          opening …
        </span>
      </header>
      <main className="stagearea graph-paper" />
    </div>
  );
}
