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
  memberEnds,
  meshedPanels,
  samePoint,
  stretchesOn,
  type Analysis,
  type Finding,
  type Model,
  type Panel,
} from '../../model';
import { hasLiftOff } from './bed-source';
import { rigidDiaphragms } from '../constraint-findings';

/** What the analysis does not do yet, or does otherwise than may be thought, where slabs and walls are meshed. */
export function floorFindings(model: Model): Finding[] {
  const panels = meshedPanels(model);
  if (panels.length === 0) return [...idleLines(model, Object.keys(model.lineSupports)), ...idleSoils(model)];
  return [
    ...idleParts(model, panels),
    ...idleSoils(model),
    ...liftingOff(model),
    ...ignoredOpenings(panels),
    ...secondOrder(model),
    ...stiffnessSets(model),
    ...rigidFloors(model),
    ...doubleFlanges(model),
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

/** Soil below slabs that take part in no way that soil could resist. */
const idleSoils = (model: Model): Finding[] =>
  inOrder(model.slabs).flatMap((slab): Finding[] =>
    slab.soil === undefined || slab.behaviour === 'shell' || slab.behaviour === 'plate'
      ? []
      : [
          {
            key: `idle-soil ${slab.id}`,
            rule: 'idle-soil',
            severity: 'remark',
            sentence: `The soil below slab ${slab.label ?? slab.id} holds nothing: the slab ${slab.behaviour === 'membrane' ? 'is a membrane' : 'is not analysed'}.`,
            why: 'Soil resists what bends on it. Analyse the slab as a shell or a plate.',
            place: { nodes: [...slab.corners] },
            mend: {
              label: 'Analyse it as a shell',
              act: {
                edits: [{ kind: 'change', table: 'slabs', changes: [{ id: slab.id, fields: { behaviour: 'shell' } }] }],
              },
            },
          },
        ],
  );

/** Where slabs lift off, cases and combinations are not solved alike. */
function liftingOff(model: Model): Finding[] {
  if (!hasLiftOff(model)) return [];
  const slabs = inOrder(model.slabs).filter(({ soil }) => soil?.pushes);
  const lines = inOrder(model.lineSupports).filter(({ pushes }) => pushes);
  return [
    {
      key: 'lift-off',
      rule: 'lift-off',
      severity: 'remark',
      sentence: `Combinations let ${[...slabs, ...lines].map(({ id, label }) => label ?? id).join(', ')} lift off; a load case alone is solved as if what they lie on pulled as well.`,
      why: 'A case alone, wind for instance, has nothing that presses the structure down. Read pressures and forces from combinations; the sum of cases is not theirs.',
      place: {
        nodes: [
          ...new Set([...slabs.flatMap(({ corners }) => corners), ...lines.flatMap(({ start, end }) => [start, end])]),
        ],
      },
    },
  ];
}

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

/** A membrane has no shape across its plane: the load it carries would not lean with the structure. */
function secondOrder(model: Model): Finding[] {
  const combinations = inOrder(model.combinations).filter((one) => one.order === 'second');
  const standing = standingMembranes(model);
  if (combinations.length === 0 || standing.length === 0) return [];
  return [
    leaningMembranes(
      model,
      standing,
      'second-order-walls',
      `${count(combinations.length, 'combination')} ${combinations.length === 1 ? 'is' : 'are'} of second order`,
    ),
  ];
}

const leaningMembranes = (model: Model, standing: readonly Panel[], key: string, what: string): Finding => ({
  key,
  rule: 'second-order-membranes',
  severity: 'stop',
  sentence: `${what}, and ${named(model, standing[0])}${standing.length > 1 ? ` and ${count(standing.length - 1, 'other')}` : ''} ${standing.length > 1 ? 'are membranes that stand' : 'is a membrane that stands'} upright or ${standing.length > 1 ? 'slope' : 'slopes'}.`,
  why: 'A membrane does not move across its plane: what it carries would not lean with the structure, and drift and factors would be on the unsafe side. Analyse it as a shell.',
  place: { nodes: cornersOf(standing) },
  mend: {
    label: standing.length > 1 ? 'Analyse them as shells' : 'Analyse it as a shell',
    act: {
      edits: (['slabs', 'walls'] as const).flatMap((table) => {
        const own = standing.filter(({ id }) => id in model[table]);
        return own.length === 0
          ? []
          : [
              {
                kind: 'change' as const,
                table,
                changes: own.map(({ id }) => ({ id, fields: { behaviour: 'shell' as const } })),
              },
            ];
      }),
    },
  },
});

const named = (model: Model, { id, label }: Panel): string => `${id in model.slabs ? 'slab' : 'wall'} ${label ?? id}`;

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

/** T and L sections of beams that lie in slabs: both have the flange. */
function doubleFlanges(model: Model): Finding[] {
  const found = new Map<string, { members: string[]; slabs: Set<string> }>();
  for (const member of inOrder(model.members)) {
    const shape = member.section === null ? undefined : model.sections[member.section].shape;
    const ends = memberEnds(model, member);
    if (!ends || (shape?.type !== 'concreteTee' && shape?.type !== 'concreteEll')) continue;
    const slabs = stretchesOn(model, ends.start.position, ends.end.position).flatMap(({ panel, from, to }) =>
      panel in model.slabs && to - from > samePoint ? [panel] : [],
    );
    if (slabs.length === 0) continue;
    const own = found.get(member.section!) ?? { members: [], slabs: new Set<string>() };
    own.members.push(member.id);
    for (const slab of slabs) own.slabs.add(slab);
    found.set(member.section!, own);
  }
  return [...found].map(([section, { members, slabs }]): Finding => ({
    key: `double-flange ${section}`,
    rule: 'double-flange',
    severity: 'remark',
    sentence: `The flange of ${model.sections[section].name} counts twice in ${count(members.length, 'beam')} (${members.slice(0, 4).join(', ')}${members.length > 4 ? ' …' : ''}): ${[...slabs].map((id) => model.slabs[id].label ?? id).join(', ')}, in which ${members.length === 1 ? 'it lies' : 'they lie'}, ${slabs.size === 1 ? 'is' : 'are'} analysed as well.`,
    why: 'Its weight and its stiffness are in the slab already. Give such beams their web alone, a rectangle; the forces of beam and slab together stand on the beam’s page.',
    place: { members },
  }));
}

/** What an analysis beside those of load cases cannot do with meshed slabs and walls. */
export const panelsInAnalysis = (model: Model, { id, label, type }: Analysis): Finding[] => {
  const standing = type === 'buckling' ? standingMembranes(model) : [];
  return standing.length === 0
    ? []
    : [leaningMembranes(model, standing, `panels-in-analysis ${id}`, `${label} is not run: it is a buckling analysis`)];
};

const standingMembranes = (model: Model): Panel[] =>
  meshedPanels(model).filter(
    (panel) => panel.behaviour === 'membrane' && Math.abs(panelPlane(model, panel)?.normal[2] ?? 0) < 1 - 1e-6,
  );
