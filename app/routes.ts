import { index, route, type RouteConfig } from '@react-router/dev/routes';

export default [
  index('routes/home.tsx'),
  route('health', 'routes/health.ts'),
  route('archive', 'routes/archive.ts', { id: 'archive-in' }),
  route('archive.zip', 'routes/archive.ts', { id: 'archive-of-all' }),
  route('import', 'routes/import.ts'),
  route('projects', 'routes/projects.ts'),
  route('projects/:projectId', 'routes/workbench.tsx'),
  route('projects/:projectId/revisions', 'routes/revisions.ts'),
  route('projects/:projectId/changes', 'routes/changes.ts'),
  route('projects/:projectId/run', 'routes/run.ts'),
  route('projects/:projectId/variants', 'routes/variants.ts'),
  route('projects/:projectId/watches', 'routes/watches.ts'),
  route('projects/:projectId/runs', 'routes/runs.ts'),
  route('projects/:projectId/runs/:runId', 'routes/run-results.ts'),
  route('projects/:projectId/model.json', 'routes/model-file.ts'),
  route('projects/:projectId/archive.zip', 'routes/archive.ts', { id: 'archive-of-one' }),
  route('projects/:projectId/report.pdf', 'routes/report.ts', { id: 'report-pdf' }),
  route('projects/:projectId/report.json', 'routes/report.ts', { id: 'report-json' }),
  route('projects/:projectId/report.xlsx', 'routes/report.ts', { id: 'report-xlsx' }),
  route('*', 'routes/not-found.tsx'),
] satisfies RouteConfig;
