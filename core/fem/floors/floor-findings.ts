import { count } from '../../units';
import { loadsByCase, panelResultant } from '../../loading';
import {
  dot,
  norm,
  scale,
  subtract,
  panelPlane,
  panelZones,
  inOrder,
  isMeshed,
  meshedPanels,
  type Analysis,
  type Finding,
  type Model,
  type Panel,
} from '../../model';
import { rigidDiaphragms } from '../constraint-findings';

/** What the analysis does not do yet, or does otherwise than may be thought, where slabs and walls are meshed. */
export function floorFindings(model: Model): Finding[] {
  const panels = meshedPanels(model);
  if (panels.length === 0) return idleLines(model, Object.keys(model.lineSupports));
  return [
    ...idleParts(model, panels),
    ...ignoredOpenings(panels),
    ...secondOrder(model),
    ...stiffnessSets(model),
    ...rigidFloors(model),
    ...takenByNothing(model, panels),
  ];
}

/** Line supports that hold nothing. @param ids of those on which no meshed panel lies */
export const idleLines = (model: Model, ids: readonly string[]): Finding[] =>
  ids.map((id) => {
    const { label, start, end } = model.lineSupports[id];
    return {
      key: `idle-line ${id}`,
      rule: 'idle-line-support',
      severity: 'remark',
      sentence: `Line support ${label ?? id} from ${start} to ${end} holds nothing: no slab or wall that is analysed lies on it.`,
      why: 'Analyse the slab as a shell or a plate, move the line onto it, or delete it.',
      place: { nodes: [start, end] },
      mend: { label: 'Delete it', act: { edits: [{ kind: 'remove', table: 'lineSupports', ids: [id] }] } },
    };
  });

/** A share of a load below which it is rounding. */
const rounding = 1e-9;

/** Loads across membranes, and in the plane of plates: no element resists them, and what holds these in their place would take them unseen. */
function takenByNothing(model: Model, panels: readonly Panel[]): Finding[] {
  const partial = panels.filter(({ behaviour }) => behaviour === 'plate' || behaviour === 'membrane');
  if (partial.length === 0) return [];
  const found = new Map<string, Finding>();
  for (const [id, { panels: loads }] of loadsByCase(model))
    for (const load of loads) {
      const panel = partial.find((one) => one.id === load.panel);
      const plane = panel && panelPlane(model, panel);
      if (!panel || !plane || found.has(panel.id)) continue;
      const { force } = panelResultant(load);
      const across = Math.abs(dot(force, plane.normal));
      const inPlane = Math.hypot(...subtract(force, scale(plane.normal, dot(force, plane.normal))));
      const lost = panel.behaviour === 'membrane' ? across : inPlane;
      if (lost <= rounding * norm(force)) continue;
      const name = `${panel.id in model.slabs ? 'Slab' : 'Wall'} ${panel.label ?? panel.id}`;
      found.set(panel.id, {
        key: `taken-by-nothing ${panel.id}`,
        rule: 'taken-by-nothing',
        severity: 'stop',
        sentence:
          panel.behaviour === 'membrane'
            ? `${name} is a membrane, and case ${model.cases[id].label} loads it across its plane.`
            : `${name} is a plate, and case ${model.cases[id].label} loads it in its plane.`,
        why: 'It has no stiffness that way: the load would vanish in what keeps its nodes in place. Analyse it as a shell, or put the load elsewhere.',
        place: { nodes: [...panel.corners], case: id },
        mend: {
          label: 'Analyse it as a shell',
          act: {
            edits: [
              {
                kind: 'change',
                table: panel.id in model.slabs ? 'slabs' : 'walls',
                changes: [{ id: panel.id, fields: { behaviour: 'shell' } }],
              },
            ],
          },
        },
      });
    }
  return [...found.values()];
}

/** Heads of columns and thick parts that lie in no meshed slab change nothing. */
function idleParts(model: Model, panels: readonly Panel[]): Finding[] {
  const used = new Set(
    panels.flatMap((panel) => {
      const plane = panelPlane(model, panel);
      return plane ? panelZones(model, panel, plane).flatMap(({ part }) => part ?? []) : [];
    }),
  );
  const heads = inOrder(model.columnHeads).filter(({ id }) => !used.has(id));
  const thick = inOrder(model.thickParts).filter(({ id }) => !used.has(id));
  return [
    ...heads.map(({ id, node }) => ({ id, noun: 'Column head', table: 'columnHeads' as const, nodes: [node] })),
    ...thick.map(({ id, label, corners }) => ({
      id,
      noun: `Thick part${label === undefined ? '' : ` ${label},`}`,
      table: 'thickParts' as const,
      nodes: corners,
    })),
  ].map(({ id, noun, table, nodes }) => ({
    key: `idle-part ${id}`,
    rule: 'idle-part',
    severity: 'remark',
    sentence: `${noun} ${id} lies in no slab that is analysed: it changes nothing.`,
    why:
      table === 'columnHeads'
        ? 'A head takes part where its node lies in a level slab that is meshed. Analyse the slab, or delete the head.'
        : 'A thick part takes part where its corners lie in the plane of a meshed slab and in its outline. Move it there, or delete it.',
    place: { nodes: [...nodes] },
    mend: { label: 'Delete it', act: { edits: [{ kind: 'remove', table, ids: [id] }] } },
  }));
}

/** Openings that are left out of the analysis on purpose stay in sight. */
const ignoredOpenings = (panels: readonly Panel[]): Finding[] =>
  panels.flatMap(({ id, label, ignoredOpenings: ignored = [], ignoredNote }): Finding[] =>
    ignored.length === 0
      ? []
      : [
          {
            key: `ignored-openings ${id}`,
            rule: 'ignored-openings',
            severity: 'remark',
            sentence: `${count(ignored.length, 'opening')} of ${id.startsWith('w') ? 'wall' : 'slab'} ${label ?? id} ${ignored.length === 1 ? 'is' : 'are'} left out of the analysis on purpose${ignoredNote === undefined ? '' : `: ${ignoredNote.replace(/\.$/, '')}`}.`,
            why: 'It is solved as if they were closed: it is stiffer and heavier there, and loads act where there is a hole.',
            place: { nodes: ignored.flat() },
          },
        ],
  );

/** Forces in the plane of an upright or sloping panel have no effect on its bending so far: it would seem stiffer than it is. */
function secondOrder(model: Model): Finding[] {
  const combinations = inOrder(model.combinations).filter((one) => one.order === 'second');
  if (combinations.length === 0) return [];
  const panels = meshedPanels(model);
  const standing = standingOf(model, panels);
  const place = { nodes: cornersOf(standing) };
  if (standing.length === 0)
    return [
      {
        key: 'second-order-slabs',
        rule: 'second-order-panels',
        severity: 'remark',
        sentence: `In the ${count(combinations.length, 'combination')} of second order, forces in the plane of meshed slabs do not change their bending.`,
        why: 'Members feel their axial forces; level slabs hardly have any. A slab that is strutted or prestressed would be judged too stiff.',
        place,
      },
    ];
  const [first] = standing;
  return [
    {
      key: 'second-order-walls',
      rule: 'second-order-panels',
      severity: 'stop',
      sentence: `${count(combinations.length, 'combination')} ${combinations.length === 1 ? 'is' : 'are'} of second order, and ${first.label ?? first.id}${standing.length > 1 ? ` and ${count(standing.length - 1, 'other panel')}` : ''} ${standing.length > 1 ? 'stand' : 'stands'} upright or slope.`,
      why: 'The effect of axial force on the bending of meshed walls is not computed yet; without it drift comes out too small. Analyse these combinations in first order, or let the walls carry loads only.',
      place,
    },
  ];
}

const cornersOf = (panels: readonly Panel[]): string[] => [...new Set(panels.flatMap(({ corners }) => corners))];

function stiffnessSets(model: Model): Finding[] {
  const used = new Set(
    inOrder(model.combinations).flatMap(({ stiffnessSet }) =>
      stiffnessSet && (model.stiffnessSets[stiffnessSet]?.panels ?? []).length === 0 ? [stiffnessSet] : [],
    ),
  );
  return [...used].map((id) => ({
    key: `set-and-panels ${id}`,
    rule: 'set-and-panels',
    severity: 'remark',
    sentence: `Stiffness set ${model.stiffnessSets[id]?.label ?? id} changes members; meshed slabs and walls keep their own factors in it.`,
    why: 'Give the set factors for slabs and walls, or give them those of their cracked state in their details.',
    place: {},
  }));
}

/** A rigid floor keeps a meshed slab from stretching, where only some of its nodes are tied. */
function rigidFloors(model: Model): Finding[] {
  return rigidDiaphragms(model).flatMap(({ id, label, nodes }): Finding[] => {
    const level = nodes.length > 0 ? model.nodes[nodes[0]].position[2] : NaN;
    const slabs = Object.values(model.slabs).filter(
      (slab) =>
        isMeshed(slab) && slab.corners.every((corner) => Math.abs(model.nodes[corner].position[2] - level) < 5e-3),
    );
    if (slabs.length === 0) return [];
    return [
      {
        key: `rigid-floor ${id}`,
        rule: 'rigid-floor-on-slab',
        severity: 'remark',
        sentence: `Diaphragm ${label} (${id}) ties nodes of ${slabs.length === 1 ? `slab ${slabs[0].label ?? slabs[0].id}` : count(slabs.length, 'slab')}, which is meshed and stiff in its plane by itself.`,
        why: 'The tied nodes cannot move apart: beams below the slab lose their flange, and warmth or shrinkage presses on what cannot yield. Delete the diaphragm unless it is meant.',
        place: { nodes: [...nodes] },
        mend: {
          label: `Delete diaphragm ${label}`,
          act: { edits: [{ kind: 'remove', table: 'diaphragms', ids: [id] }] },
        },
      },
    ];
  });
}

/** Buckling does not know the axial forces of meshed panels yet: for walls nothing is better than factors without them. */
export const panelsInAnalysis = (model: Model, { id, label, type }: Analysis): Finding[] => {
  const panels = type === 'buckling' ? meshedPanels(model) : [];
  if (panels.length === 0) return [];
  const standing = standingOf(model, panels);
  const stops = standing.length > 0;
  const told = stops ? standing : panels;
  return [
    {
      key: `panels-in-analysis ${id}`,
      rule: 'panels-in-analysis',
      severity: stops ? 'stop' : 'remark',
      sentence: stops
        ? `${label} is not run: ${count(standing.length, 'meshed panel')} ${standing.length === 1 ? 'stands' : 'stand'} upright or ${standing.length === 1 ? 'slopes' : 'slope'}.`
        : `${label}: ${count(panels.length, 'meshed slab')} ${panels.length === 1 ? 'is' : 'are'} as stiff as without load.`,
      why: stops
        ? 'Axial force of meshed walls does not soften them in buckling yet. Let them carry loads only for this analysis.'
        : 'Forces in the plane of slabs do not soften them in buckling; level slabs hardly have any.',
      place: { nodes: cornersOf(told) },
    },
  ];
};

const standingOf = (model: Model, panels: readonly Panel[]): Panel[] =>
  panels.filter((panel) => Math.abs(panelPlane(model, panel)?.normal[2] ?? 0) < 1 - 1e-6);
