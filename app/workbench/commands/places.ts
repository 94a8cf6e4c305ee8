import { resultQuantities } from '~core/results';
import { tableWords, type Analysis, type Settings } from '~core/model';
import { saveDocument } from '../../making/making';
import type { Workbench } from '../../state/store';
import { quantities, stageNames, type Stage, type ViewState } from '../../state/view-slice';
import type { Command } from './commands';
import { analysisNames, newAnalysis } from '../acts/new-analysis';
import { ledgerTabs } from '../kinds/ledger-tabs';
import { reportAddress, sheetMembers } from '../acts/report-choice';
import { goWay } from '../kinds/go-way';
import { everyRecord } from '../kinds/screen-kinds';
import { openTool } from '../tools/open-tool';

/** Commands that lead to what is set or read elsewhere than in a tool: properties of what is selected, settings, tables, quantities, files. */
export function placesToGo(workbench: Workbench): Command[] {
  const state = workbench.getState;
  const go = (change: Partial<ViewState>) => () =>
    state().look({ panel: null, builderOpen: false, openTool: null, ...change });
  /** Leads to a part of the details of selected members, or says that some have to be selected. */
  const ofMembers = (id: string, title: string, stage: Stage, part: string): Command => ({
    id,
    title,
    run: () => {
      if (state().selection.members.length > 0) go({ stage, part })();
      else {
        go({ stage })();
        state().notify('Select the members first: click them, or choose them here by what they are.');
        state().openCard('select');
      }
    },
  });
  const setting = (id: string, title: string, part: string): Command => ({
    id,
    title,
    run: go({ panel: { kind: 'settings' }, part }),
  });
  const change = (id: string, title: string, fields: Partial<Settings>): Command => ({
    id,
    title,
    enabled: () =>
      Object.entries(fields).some(([key, value]) => state().model.settings[key as keyof Settings] !== value),
    run: () => void state().commit({ edits: [{ kind: 'settings.change', fields }], sentence: title }),
  });
  const file = (address: string) => () => void window.open(address, '_self');
  return [
    ofMembers('end-conditions', 'End conditions of selected members: hinges, releases, springs', 'frame', 'ends'),
    ofMembers(
      'behaviour',
      'What selected members carry: bending, axial force, tension or compression only',
      'frame',
      'ends',
    ),
    ofMembers('axis-position', 'Axis position and offsets of selected members', 'frame', 'axis'),
    ofMembers('reinforcement', 'Reinforcement of selected beams and columns', 'checks', 'reinforcement'),
    ofMembers('unbraced-lengths', 'Unbraced lengths and K of selected steel members', 'checks', 'unbraced'),
    ofMembers('put-loads', 'Put loads on selected members or nodes', 'loads', 'put'),
    {
      id: 'column-check',
      title: 'Column checks: select all columns in the Checks stage',
      run: () => checked(workbench, 'column'),
    },
    {
      id: 'beam-check',
      title: 'Beam checks: select all beams in the Checks stage',
      run: () => checked(workbench, 'beam'),
    },
    {
      id: 'supports',
      title: 'Supports: fixed, pinned, roller, springs',
      run: () => {
        go({ stage: 'frame', ledgerOpen: true, ledgerTab: { ...state().ledgerTab, frame: 'supports' } })();
        if (state().selection.nodes.length === 0)
          state().notify('Select nodes to hold them in their details; those that are held stand in the table.');
      },
    },
    {
      id: 'sections',
      title: 'Sections of the project',
      run: go({ stage: 'frame', ledgerOpen: true, ledgerTab: { ...state().ledgerTab, frame: 'sections' } }),
    },
    {
      id: 'section-catalogue',
      title: 'Catalogue of sections by family, with drawings',
      run: go({ stage: 'frame', panel: { kind: 'sections' } }),
    },
    {
      id: 'materials',
      title: 'Materials of the project',
      run: go({ stage: 'frame', ledgerOpen: true, ledgerTab: { ...state().ledgerTab, frame: 'materials' } }),
    },
    {
      id: 'rigid-floors',
      title: 'Rigid floors (diaphragms) of storeys',
      run: () => {
        state().select({});
        go({ stage: 'frame', part: 'floors' })();
      },
    },
    { id: 'openings', title: 'Make an opening in a slab or wall', run: () => makeOpening(workbench) },
    {
      id: 'cases',
      title: 'Load cases: add, change, own weight',
      run: () => {
        state().select({});
        go({ stage: 'loads', part: 'cases' })();
      },
    },
    {
      id: 'load-weight',
      title: 'Weight of the structure and sum of each case',
      run: go({ stage: 'loads', ledgerOpen: true, ledgerTab: { ...state().ledgerTab, loads: 'summary' } }),
    },
    {
      id: 'second-order',
      title: 'Second order (P-Δ) of the combinations',
      run: go({ stage: 'analysis', part: 'order' }),
    },
    ...(['modal', 'buckling', 'spectrum', 'history'] as const).map((type): Command => ({
      id: `analysis-${type}`,
      title: `${analysisNames[type]}: add the analysis, or go to it`,
      run: () => addAnalysis(workbench, type),
    })),
    {
      id: 'settings',
      title: 'Settings of the project: units, codes, bars, limits',
      run: go({ panel: { kind: 'settings' } }),
    },
    setting('stiffness-sets', 'Stiffness sets: cracked sections, reduced stiffness', 'settings-stiffness'),
    setting('limits-drift', 'Limit of drift', 'settings-limits'),
    setting('limits-deflection', 'Limit of deflection', 'settings-limits'),
    setting('own-units', 'Units of one’s own for a quantity: m, mm, psf, kip', 'settings-own-units'),
    setting(
      'bars',
      'Design rules of concrete: cover, steel, bar sizes, stirrups, hooks, forces, deflection, cracks, factors',
      'settings-bars',
    ),
    change('units-si', 'Use SI units', { units: 'si' }),
    change('units-us', 'Use US units', { units: 'us' }),
    change('code-us', 'Use ASCE 7, AISC 360 and ACI 318', { code: 'us' }),
    change('code-eurocode', 'Use the Eurocodes', { code: 'eurocode' }),
    ...quantities.map((quantity): Command => ({
      id: `quantity-${quantity}`,
      title: `Draw: ${resultQuantities[quantity].title}`,
      run: go({ stage: 'results', quantity, shape: null }),
    })),
    ...(Object.entries(ledgerTabs) as [Stage, (typeof ledgerTabs)[Stage]][])
      .filter(([stage]) => stage !== 'analysis' && stage !== 'report')
      .flatMap(([stage, sheets]) =>
        sheets
          .filter(({ has }) => has?.(state().model) ?? true)
          .map((sheet): Command => ({
            id: `table-${stage}-${sheet.id}`,
            title: `Table of stage ${stageNames[stage]}: ${sheet.name}`,
            run: go({ stage, ledgerOpen: true, ledgerTab: { ...state().ledgerTab, [stage]: sheet.id } }),
          })),
      ),
    { id: 'report-pdf', title: 'Make the report as PDF', run: () => withReport(workbench, 'pdf') },
    { id: 'export-tables', title: 'Save the tables of results as XLSX', run: () => withReport(workbench, 'xlsx') },
    { id: 'report-preview', title: 'Preview of the report', run: go({ stage: 'report', panel: { kind: 'preview' } }) },
    {
      id: 'export-model',
      title: 'Save the model as a file',
      run: () =>
        void saveDocument('Model file', `/projects/${state().projectId}/model.json?variant=${state().variantId}`),
    },
    { id: 'import', title: 'Read a model from a file, on the page of projects', run: file('/') },
    { id: 'projects', title: 'All projects', run: file('/') },
  ];
}

function checked(workbench: Workbench, role: 'column' | 'beam'): void {
  const { model, look, select } = workbench.getState();
  select({
    members: Object.values(model.members)
      .filter((member) => member.role === role)
      .map((member) => member.id),
  });
  look({ stage: 'checks', panel: null, openTool: null, ledgerOpen: true });
}

function makeOpening(workbench: Workbench): void {
  const { model, notify } = workbench.getState();
  const [slab, wall] = [
    Object.keys(model.slabs)[0] as string | undefined,
    Object.keys(model.walls)[0] as string | undefined,
  ];
  if (slab ?? wall) openTool(workbench, slab ? 'slab' : 'wall', { opening: slab ?? wall! });
  else {
    notify('There is no slab or wall yet: outline one first, then an opening in it.');
    openTool(workbench, 'slab');
  }
}

function addAnalysis(workbench: Workbench, type: Analysis['type']): void {
  const { model, commit, look } = workbench.getState();
  look({ stage: 'analysis', panel: null, openTool: null });
  const act = Object.values(model.analyses).some((one) => one.type === type) ? undefined : newAnalysis(model, type);
  if (act) commit(act);
}

function withReport(workbench: Workbench, form: 'pdf' | 'xlsx'): void {
  const { projectId, variantId, composition, selection, checks, solveStatus, pending, notify } = workbench.getState();
  if (pending.length > 0) notify('The last change is being saved; ask again in a moment.');
  else if (form === 'xlsx' && solveStatus === 'stopped')
    notify('The analysis stopped, so there are no tables of results.', 'error');
  else
    void saveDocument(
      form === 'pdf' ? 'Report, PDF' : 'Tables of results, XLSX',
      reportAddress(projectId, variantId, composition, sheetMembers({ composition, selection, checks }), form),
    );
}

/** Records of a model that a text names, beside members, nodes and sections: what is chosen is shown. */
export function recordsNamed(workbench: Workbench, words: string): Command[] {
  const view = workbench.getState();
  return everyRecord(view.model, (table, { found, name }, record) => {
    if (!found) return [];
    const way = found.way(record, { model: view.model, view });
    const byNumber = `${tableWords[table].noun} ${record.id}`;
    const whole = [name(record, view.model), way.words, byNumber, `Select ${byNumber}`].some(
      (text) => text.toLowerCase() === words,
    );
    if (!whole && ![found.by(record, view.model), record.id].some((text) => text.toLowerCase().includes(words)))
      return [];
    return [{ id: record.id, title: way.words, run: () => goWay(workbench, way) }];
  });
}
