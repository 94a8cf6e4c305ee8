import { RecordCollector } from '~core/build';
import type { SavedView } from '~core/model';
import type { Workbench } from '../../state/store';
import { planeKey } from '../../state/view-slice';

/** Looks as a saved view says: plane, eye, form, and what is alone or hidden. */
export function showView(workbench: Workbench, { plane, camera, form, isolated, hidden }: SavedView): void {
  const { look, cameras } = workbench.getState();
  look({
    plane,
    form,
    isolated,
    hidden,
    panel: null,
    cameras: camera ? { ...cameras, [planeKey(plane)]: camera } : cameras,
  });
}

/** Keeps what is looked at under a name; a view of that name is replaced. @returns whether it was kept */
export function keepView(workbench: Workbench, label: string): boolean {
  const { plane, cameras, form, isolated, hidden, model, commit } = workbench.getState();
  const camera = cameras[planeKey(plane)];
  const view = {
    label,
    plane,
    form,
    isolated: isolated && [...isolated],
    hidden: [...hidden],
    camera: camera ? { ...camera, target: [...camera.target] as [number, number, number] } : null,
  };
  const present = Object.values(model.views).find((one) => one.label === label);
  if (present)
    return commit({
      edits: [{ kind: 'change', table: 'views', changes: [{ id: present.id, fields: view }] }],
      sentence: `Kept view ${label}`,
    });
  return commit({
    edits: [{ kind: 'add', records: { views: [{ id: new RecordCollector(model).nextId('views'), ...view }] } }],
    sentence: `Kept view ${label}`,
  });
}
