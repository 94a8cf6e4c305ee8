import type { Finding } from '~core/model';
import { selectionOf } from '../../state/selection';
import type { Workbench } from '../../state/store';

/** Selects what a finding is about and brings it into view. */
export function showFinding(workbench: Workbench, { key, place, motion }: Finding): void {
  const { model, look, fit } = workbench.getState();
  const members = (place.members ?? []).filter((id) => id in model.members);
  const nodes = (place.nodes ?? []).filter((id) => id in model.nodes);
  look({
    plane: { kind: '3d' },
    isolated: null,
    shape: motion ? { kind: 'motion', finding: key } : null,
    selection: selectionOf({ nodes, members }),
    ...(place.case && place.case in model.cases ? { shown: { kind: 'case', id: place.case } } : {}),
  });
  if (place.loads) look({ stage: 'loads', ledgerTab: { ...workbench.getState().ledgerTab, loads: 'loads' } });
  fit();
}
