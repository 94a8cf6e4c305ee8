import { sectionProperties } from '../catalog';
import { count, formatQuantity } from '../units';
import {
  connectedParts,
  cross,
  distance,
  dot,
  fixedSupport,
  gridLinesAlong,
  inOrder,
  isMeshed,
  memberEnds,
  nearNodes,
  norm,
  panelsAt,
  pinnedSupport,
  samePoint,
  subtract,
  supportName,
  usualSupport,
  type Finding,
  type Member,
  type Mend,
  type Model,
  type Node,
  type Panel,
  type Support,
  type Vector,
} from '../model';
import { crossings } from './divisions';
import { bends } from './draft';
import { framesBesideLines } from './grid-lines';
import { nodeClusters } from './merge';
import { openingFindings } from './openings';

/** A member shorter than this (m) is probably a slip. */
const shortMember = 0.05;
/** A node nearer than this (m) to a grid line, but not on it, probably belongs on it. */
const nearGrid = 0.03;

const known = new WeakMap<object, { tables: readonly unknown[]; findings: readonly Finding[] }>();

/**
 * What the places of nodes and members tell: slips of drawing, parts that do not hang together, sizes that speak of another unit. All are
 * remarks. The same tables have the same findings, so that an edit of loads costs nothing.
 */
export function geometryFindings(model: Model): readonly Finding[] {
  const tables = [
    model.members,
    model.sections,
    model.gridLines,
    model.diaphragms,
    model.slabs,
    model.walls,
    model.settings,
  ];
  const before = known.get(model.nodes);
  if (before && tables.every((table, i) => table === before.tables[i])) return before.findings;
  const findings = [
    ...closeNodes(model),
    ...freeCrossings(model),
    ...passedNodes(model),
    ...overlaps(model),
    ...shortMembers(model),
    ...separateParts(model),
    ...hangingColumns(model),
    ...suspectedUnits(model),
    ...offGrid(model),
    ...almostStraight(model),
    ...framesBesideLines(model),
    ...floors(model),
    ...panels(model),
    ...openingFindings(model),
  ];
  known.set(model.nodes, { tables, findings });
  return findings;
}

function closeNodes(model: Model): Finding[] {
  return nodeClusters(model, nearNodes).map((cluster): Finding => {
    const ids = cluster.map((node) => node.id);
    const apart = distance(cluster[0].position, cluster[1].position);
    return {
      key: `close ${ids.join(' ')}`,
      rule: 'close-nodes',
      severity: 'remark',
      sentence: `Nodes ${ids.slice(0, 4).join(', ')}${ids.length > 4 ? ' …' : ''} are ${apart < samePoint ? 'at one place' : `${formatQuantity(apart, 'sectionLength', model.settings.units, 0)} apart`} and not joined.`,
      why: 'Members that end there do not hold each other. Merge the nodes, or move them apart if they are meant to be two.',
      place: { nodes: ids },
      mend: { label: 'Merge them', plan: { kind: 'merge', nodes: ids, tolerance: nearNodes } },
    };
  });
}

function freeCrossings(model: Model): Finding[] {
  return crossings(model, Object.keys(model.members)).flatMap(({ members, point }): Finding[] => {
    if (members.length < 2) return [];
    const pair = [...members].sort();
    // diagonals of an X pass each other on purpose
    if (members.every((id) => model.members[id].role === 'brace')) return [];
    return [
      {
        key: `crossing ${pair.join(' ')}`,
        rule: 'free-crossing',
        severity: 'remark',
        sentence: `Members ${pair.join(' and ')} cross at ${placeWords(model, point)} without a joint.`,
        why: 'Neither carries the other. Connect them, or accept the finding if they pass on purpose.',
        place: { members: pair },
        // a bar that carries axial force only would fold at the joint
        ...(pair.every((id) => bends(model.members[id]))
          ? { mend: { label: 'Connect them', plan: { kind: 'connect' as const, members: pair } } }
          : {}),
      },
    ];
  });
}

const placeWords = (model: Model, point: Vector): string =>
  `(${point.map((part) => formatQuantity(part, 'length', model.settings.units, 2)).join(', ')})`;

/** Nodes that lie on a member which is not joined to them. */
function passedNodes(model: Model): Finding[] {
  const cell = 2;
  const cells = new Map<string, Node[]>();
  const used = new Set(Object.values(model.members).flatMap((member) => [member.start, member.end]));
  for (const node of Object.values(model.nodes)) {
    if (!used.has(node.id) && !node.support) continue;
    const key = node.position.map((part) => Math.floor(part / cell)).join(' ');
    const list = cells.get(key);
    if (list) list.push(node);
    else cells.set(key, [node]);
  }
  const found: Finding[] = [];
  for (const member of inOrder(model.members)) {
    const ends = memberEnds(model, member);
    if (!ends) continue;
    const [a, b] = [ends.start.position, ends.end.position];
    const line = subtract(b, a);
    const length = norm(line);
    if (length < samePoint) continue;
    const seen = new Set<string>();
    const on: { id: string; share: number }[] = [];
    const steps = Math.ceil(length / cell);
    for (let step = 0; step <= steps; step++) {
      const at = a.map((part, i) => part + (line[i] * step) / steps);
      const [i0, j0, k0] = at.map((part) => Math.floor((part - cell / 2) / cell));
      for (let i = i0; i <= i0 + 1; i++)
        for (let j = j0; j <= j0 + 1; j++)
          for (let k = k0; k <= k0 + 1; k++) {
            const key = `${i} ${j} ${k}`;
            if (seen.has(key)) continue;
            seen.add(key);
            for (const node of cells.get(key) ?? []) {
              if (node.id === member.start || node.id === member.end) continue;
              const to = subtract(node.position, a);
              const along = dot(to, line) / length;
              if (along > samePoint && along < length - samePoint && norm(cross(to, line)) / length < samePoint)
                on.push({ id: node.id, share: along });
            }
          }
    }
    if (on.length === 0) continue;
    const nodes = on.sort((p, q) => p.share - q.share).map((one) => one.id);
    found.push({
      key: `passed ${member.id} ${nodes.join(' ')}`,
      rule: 'passed-node',
      severity: 'remark',
      sentence: `Member ${member.id} runs through ${nodes.length === 1 ? 'node' : 'nodes'} ${nodes.slice(0, 4).join(', ')}${nodes.length > 4 ? ' …' : ''} and is not joined there.`,
      why: 'What ends at the node does not rest on the member. Divide the member there, or accept the finding if it passes on purpose.',
      place: { members: [member.id], nodes },
      ...(bends(member)
        ? { mend: { label: 'Divide the member there', plan: { kind: 'divide' as const, member: member.id, nodes } } }
        : {}),
    });
  }
  return found;
}

/** Members on one line that lie over each other for a stretch, though their ends differ. */
function overlaps(model: Model): Finding[] {
  interface Span {
    readonly member: Member;
    readonly from: number;
    readonly to: number;
  }
  const lines = new Map<string, Span[]>();
  for (const member of inOrder(model.members)) {
    const ends = memberEnds(model, member);
    if (!ends) continue;
    const along = subtract(ends.end.position, ends.start.position);
    const length = norm(along);
    if (length < samePoint) continue;
    let u = along.map((part) => part / length) as unknown as Vector;
    const leading = u.find((part) => Math.abs(part) > 1e-6)!;
    if (leading < 0) u = u.map((part) => -part) as unknown as Vector;
    const [p, q] = [dot(ends.start.position, u), dot(ends.end.position, u)];
    const foot = ends.start.position.map((part, i) => part - p * u[i]);
    const key = [...u.map((part) => Math.round(part * 1e4)), ...foot.map((part) => Math.round(part * 1e2))].join(' ');
    const span = { member, from: Math.min(p, q), to: Math.max(p, q) };
    const list = lines.get(key);
    if (list) list.push(span);
    else lines.set(key, [span]);
  }
  const found: Finding[] = [];
  for (const spans of lines.values()) {
    spans.sort((a, b) => a.from - b.from);
    for (let i = 0; i < spans.length; i++) {
      for (let j = i + 1; j < spans.length && spans[j].from < spans[i].to - samePoint; j++) {
        const [a, b] = [spans[i].member, spans[j].member];
        const same = [a.start, a.end].sort().join() === [b.start, b.end].sort().join();
        if (same) continue; // told as a double
        const over = Math.min(spans[i].to, spans[j].to) - spans[j].from;
        found.push({
          key: `overlap ${a.id} ${b.id}`,
          rule: 'overlap',
          severity: 'remark',
          sentence: `Members ${a.id} and ${b.id} lie over each other for ${formatQuantity(over, 'length', model.settings.units, 2)}.`,
          why: 'Both carry load and both weigh there; usually one is a slip. Delete one of them, or shorten it.',
          place: { members: [a.id, b.id] },
          mend: { label: `Delete ${b.id}`, act: { edits: [{ kind: 'remove', table: 'members', ids: [b.id] }] } },
          others: [{ label: `Delete ${a.id}`, act: { edits: [{ kind: 'remove', table: 'members', ids: [a.id] }] } }],
        });
      }
    }
  }
  return found;
}

const lengthOf = (model: Model, member: Member): number => {
  const ends = memberEnds(model, member);
  return ends ? distance(ends.start.position, ends.end.position) : 0;
};

function shortMembers(model: Model): Finding[] {
  return inOrder(model.members).flatMap((member): Finding[] => {
    const length = lengthOf(model, member);
    if (length < samePoint || length > shortMember) return [];
    return [
      {
        key: `short ${member.id}`,
        rule: 'short-member',
        severity: 'remark',
        sentence: `Member ${member.id} is only ${formatQuantity(length, 'sectionLength', model.settings.units, 0)} long.`,
        why: 'So short a member is very stiff and usually a slip of drawing. Merge its ends, or model the distance as an offset.',
        place: { members: [member.id], nodes: [member.start, member.end] },
        mend: {
          label: 'Merge its ends',
          plan: { kind: 'merge', nodes: [member.start, member.end], tolerance: shortMember },
        },
      },
    ];
  });
}

/** Parts that each stand on supports of their own but are not joined. */
function separateParts(model: Model): Finding[] {
  const parts = connectedParts(model).sort((a, b) => b.length - a.length);
  if (parts.length < 2) return [];
  const home = new Map(parts.flatMap((part, i) => part.map((node) => [node, i] as const)));
  const members = parts.map((): string[] => []);
  for (const member of Object.values(model.members)) members[home.get(member.start)!].push(member.id);
  return parts.slice(1, 40).map((part, i): Finding => ({
    key: `separate ${part[0]}`,
    rule: 'separate-part',
    severity: 'remark',
    sentence: `${count(members[i + 1].length, 'member')} at node ${part[0]} ${members[i + 1].length === 1 ? 'is' : 'are'} not joined to the rest of the structure.`,
    why: 'They stand by themselves. That may be meant; if not, a node is missing or doubled somewhere.',
    place: { members: members[i + 1], nodes: part.slice(0, 1) },
  }));
}

/** Columns whose foot stands on no support and no column. */
function hangingColumns(model: Model): Finding[] {
  const at = new Map<string, Member[]>();
  for (const member of Object.values(model.members))
    for (const end of [member.start, member.end]) at.set(end, [...(at.get(end) ?? []), member]);
  return inOrder(model.members).flatMap((member): Finding[] => {
    const ends = memberEnds(model, member);
    if (member.role !== 'column' || !ends) return [];
    const foot = ends.start.position[2] < ends.end.position[2] ? ends.start : ends.end;
    if (foot.support || foot.springs) return [];
    const others = at.get(foot.id)!.filter((other) => other.id !== member.id);
    const below = others.some((other) =>
      [other.start, other.end].some((id) => model.nodes[id].position[2] < foot.position[2] - samePoint),
    );
    if (below) return [];
    const panels = panelsAt(model, foot.position);
    const isCarried = panels.some((id) =>
      id in model.slabs
        ? model.slabs[id].soil !== undefined
        : model.walls[id].corners.some((corner) => model.nodes[corner].position[2] < foot.position[2] - samePoint),
    );
    if (isCarried) return [];
    const under = [...panels, ...others.map((other) => other.id)];
    return [
      {
        key: `carried ${member.id}`,
        rule: 'column-not-carried',
        severity: 'remark',
        sentence: `Column ${member.id} is not carried down: at its foot, node ${foot.id}, ${
          under.length > 0 ? `it stands on ${under.slice(0, 3).join(', ')}` : 'there is nothing'
        }.`,
        why:
          under.length > 0
            ? `Its whole load goes into ${panels.length > 0 ? 'the slab' : 'beams'}. Accept the finding if that transfer is meant.`
            : 'It hangs from above. Give its foot a support, or carry it down.',
        place: { members: [member.id], nodes: [foot.id] },
        ...(under.length === 0 ? curesOfFoot(model, foot) : {}),
      },
    ];
  });
}

/** A foot is held as those beside it are; where none are, the engineer chooses. */
function curesOfFoot(model: Model, foot: Node): Pick<Finding, 'mend' | 'others'> {
  const hold = (support: Support, label: string): Mend => ({
    label,
    act: { edits: [{ kind: 'change', table: 'nodes', changes: [{ id: foot.id, fields: { support } }] }] },
  });
  const usual = usualSupport(model, foot.position[2]);
  const choices = [pinnedSupport, fixedSupport]
    .filter((support) => !usual || supportName(support) !== supportName(usual.support))
    .map((support) => hold(support, `Hold its foot: ${supportName(support)}`));
  return usual
    ? {
        mend: hold(usual.support, `Hold its foot as ${count(usual.nodes, 'other')}: ${supportName(usual.support)}`),
        others: choices,
      }
    : { others: choices };
}

/** Lengths and sections that would make sense in another unit. */
function suspectedUnits(model: Model): Finding[] {
  const { units } = model.settings;
  const lengths = Object.values(model.members)
    .map((member) => lengthOf(model, member))
    .filter((length) => length > samePoint)
    .sort((a, b) => a - b);
  const usual = lengths[Math.floor(lengths.length / 2)] ?? 0;
  return inOrder(model.members).flatMap((member): Finding[] => {
    const length = lengthOf(model, member);
    if (length < samePoint) return [];
    const shape = member.section === null ? undefined : model.sections[member.section].shape;
    const size = shape ? Math.max(sectionProperties(shape).depth, sectionProperties(shape).width) : 0;
    const show = (value: number) => formatQuantity(value, 'length', units, 3);
    if (lengths.length >= 5 && (length > 12 * usual || length < usual / 900)) {
      const cured = inOtherUnit(model, member, usual);
      return [
        {
          key: `unit ${member.id}`,
          rule: 'suspected-unit',
          severity: 'remark',
          ...(cured ? { mend: cured } : {}),
          sentence: `Member ${member.id} is ${show(length)} long; members here are usually about ${show(usual)}.`,
          why: `A factor of ${Math.round(Math.max(length / usual, usual / length))} speaks of another unit, such as feet for inches or metres for millimetres.`,
          place: { members: [member.id] },
        },
      ];
    }
    if (size > length && length > shortMember) {
      return [
        {
          key: `size ${member.id}`,
          rule: 'suspected-unit',
          severity: 'remark',
          sentence: `Member ${member.id} is ${show(length)} long and its section ${model.sections[member.section!].name} measures ${show(size)}.`,
          why: 'A section larger than its member speaks of another unit, or the member is a stub that a rigid end would describe better.',
          place: { members: [member.id] },
        },
      ];
    }
    return [];
  });
}

/** Ratios of units people mix up, with their names: what was typed in the first was taken as the second. */
const mixedUp = [
  [1000, 'mm', 'm'],
  [304.8, 'mm', 'ft'],
  [12, 'in', 'ft'],
  [39.37, 'in', 'm'],
  [3.2808, 'ft', 'm'],
  [25.4, 'in', 'mm'],
  [100, 'cm', 'm'],
] as const;

/** Shortens a member from its start by the ratio of two units, when that makes it as long as its like; only a free end is moved, others hang on it otherwise. */
function inOtherUnit(model: Model, member: Member, usual: number): Mend | undefined {
  const ends = memberEnds(model, member)!;
  const length = distance(ends.start.position, ends.end.position);
  const fits = mixedUp
    .flatMap(([ratio, typed, taken]) =>
      length / ratio > 0.4 * usual && length / ratio < 2.5 * usual
        ? [{ ratio, typed, taken, off: Math.abs(Math.log(length / ratio / usual)) }]
        : [],
    )
    .sort((a, b) => a.off - b.off)[0];
  const meets = (id: string) =>
    Object.values(model.members).filter((other) => other.start === id || other.end === id).length;
  const free = meets(member.end) === 1 ? 'end' : meets(member.start) === 1 ? 'start' : undefined;
  if (!fits || !free) return undefined;
  const [fixed, moving] = free === 'end' ? [ends.start, ends.end] : [ends.end, ends.start];
  const position = fixed.position.map((part, i) => part + (moving.position[i] - part) / fits.ratio);
  return {
    label: `Make it ${formatQuantity(length / fits.ratio, 'length', model.settings.units, 2)}, typed in ${fits.typed}`,
    act: {
      edits: [{ kind: 'change', table: 'nodes', changes: [{ id: moving.id, fields: { position } }] }],
      sentence: `Took the length of ${member.id} as typed in ${fits.typed}`,
    },
  };
}

/** Within this of upright or level (m over the member) and this slope a member was most likely meant to be straight. */
const almost = { offset: 0.1, slope: 0.02 };

/** Members that lean or fall a little: upright or level ones drawn by eye. Slopes that shed water are steeper or longer. */
function almostStraight(model: Model): Finding[] {
  return inOrder(model.members).flatMap((member): Finding[] => {
    const ends = memberEnds(model, member);
    if (!ends || member.role === 'brace') return [];
    const [dx, dy, dz] = subtract(ends.end.position, ends.start.position);
    const across = Math.hypot(dx, dy);
    const upright = Math.abs(dz) > across;
    const [off, along] = upright ? [across, Math.abs(dz)] : [Math.abs(dz), across];
    if (off <= samePoint || off > almost.offset || off > almost.slope * along) return [];
    const show = (value: number) => formatQuantity(value, 'sectionLength', model.settings.units, 0);
    const meets = (id: string) =>
      Object.values(model.members).filter((other) => other.start === id || other.end === id).length;
    // the end that fewer members meet goes to the other; a support stays
    const [kept, moved] =
      (ends.end.support && !ends.start.support) ||
      (Boolean(ends.end.support) === Boolean(ends.start.support) && meets(member.start) < meets(member.end))
        ? [ends.end, ends.start]
        : [ends.start, ends.end];
    const position = upright
      ? [kept.position[0], kept.position[1], moved.position[2]]
      : [moved.position[0], moved.position[1], kept.position[2]];
    return [
      {
        key: `almost ${member.id}`,
        rule: upright ? 'almost-upright' : 'almost-level',
        severity: 'remark',
        sentence: `Member ${member.id} is almost ${upright ? 'upright' : 'level'}: over ${formatQuantity(along, 'length', model.settings.units, 2)} it ${upright ? 'leans' : 'falls'} by ${show(off)}.`,
        why: 'So small a lean is usually a slip of drawing. Accept the finding if it is meant.',
        place: { members: [member.id] },
        mend: {
          label: `Move ${moved.id} ${upright ? 'in line with' : 'level with'} ${kept.id}`,
          act: {
            edits: [{ kind: 'change', table: 'nodes', changes: [{ id: moved.id, fields: { position } }] }],
            sentence: `Made ${member.id} ${upright ? 'upright' : 'level'}`,
          },
        },
      },
    ];
  });
}

function offGrid(model: Model): Finding[] {
  const axes = (['x', 'y'] as const).map((axis) => gridLinesAlong(model, axis));
  return inOrder(model.nodes).flatMap((node): Finding[] => {
    for (const [i, lines] of axes.entries()) {
      const near = lines.find(
        (line) =>
          Math.abs(line.position - node.position[i]) < nearGrid &&
          Math.abs(line.position - node.position[i]) > samePoint,
      );
      if (!near) continue;
      const position = node.position.map((part, k) => (k === i ? near.position : part));
      return [
        {
          key: `grid ${node.id}`,
          rule: 'off-grid',
          severity: 'remark',
          sentence: `Node ${node.id} stands ${formatQuantity(Math.abs(near.position - node.position[i]), 'sectionLength', model.settings.units, 0)} beside grid line ${near.label}.`,
          why: 'So small a distance is usually a slip.',
          place: { nodes: [node.id] },
          mend: {
            label: `Move it onto ${near.label}`,
            act: { edits: [{ kind: 'change', table: 'nodes', changes: [{ id: node.id, fields: { position } }] }] },
          },
        },
      ];
    }
    return [];
  });
}

function floors(model: Model): Finding[] {
  return inOrder(model.diaphragms).flatMap((diaphragm): Finding[] => {
    const place = { nodes: diaphragm.nodes };
    // a meshed slab at its height gives the floor its own stiffness, as the diaphragm says
    const onSlab = Object.values(model.slabs).some(
      (slab) =>
        isMeshed(slab) &&
        slab.corners.every(
          (id) => Math.abs(model.nodes[id].position[2] - model.nodes[diaphragm.nodes[0]]?.position[2]) < 5e-3,
        ),
    );
    if (diaphragm.stiffness === 'semiRigid' && onSlab) return [];
    if (diaphragm.stiffness === 'semiRigid')
      return [
        {
          key: `semi-rigid ${diaphragm.id}`,
          rule: 'semi-rigid',
          severity: 'remark',
          sentence: `The semi-rigid floor ${diaphragm.label} ties its nodes by its slab’s own stiffness, and no slab at its height is analysed.`,
          why: 'So it ties nothing. Analyse its slab as a shell, or make the floor rigid if its slab is stiff in its plane.',
          place,
          mend: {
            label: 'Make it rigid',
            act: {
              edits: [
                { kind: 'change', table: 'diaphragms', changes: [{ id: diaphragm.id, fields: { stiffness: null } }] },
              ],
            },
          },
        },
      ];
    if (diaphragm.nodes.length < 3)
      return [
        {
          key: `few ${diaphragm.id}`,
          rule: 'diaphragm-few-nodes',
          severity: 'remark',
          sentence: `The rigid floor ${diaphragm.label} has ${count(diaphragm.nodes.length, 'node')}.`,
          why: 'A floor has three nodes or more; two are only a strut between them.',
          place,
          mend: { label: 'Delete it', act: { edits: [{ kind: 'remove', table: 'diaphragms', ids: [diaphragm.id] }] } },
        },
      ];
    return [];
  });
}

/** Outlines that only carry loads, with the offer to analyse them. */
function panels(model: Model): Finding[] {
  const loose = (['slabs', 'walls'] as const).map((table) =>
    inOrder<Panel>(model[table]).filter((panel) => !isMeshed(panel)),
  );
  const [slabs, walls] = loose;
  const all = [...slabs, ...walls];
  if (all.length === 0) return [];
  const words = [
    slabs.length > 0 ? count(slabs.length, 'slab') : '',
    walls.length > 0 ? count(walls.length, 'wall') : '',
  ]
    .filter((part) => part !== '')
    .join(' and ');
  const edits = (['slabs', 'walls'] as const).flatMap((table, i) =>
    loose[i].length === 0
      ? []
      : [
          {
            kind: 'change' as const,
            table,
            changes: loose[i].map(({ id }) => ({ id, fields: { behaviour: 'shell' } })),
          },
        ],
  );
  return [
    {
      key: 'panels',
      rule: 'not-analysed',
      severity: 'remark',
      sentence: `${words[0].toUpperCase()}${words.slice(1)} ${all.length === 1 ? 'carries' : 'carry'} loads to ${all.length === 1 ? 'its' : 'their'} edges only: ${all.length === 1 ? 'it has' : 'they have'} no weight and no stiffness in the results.`,
      why: 'Analysed as shells they are meshed and solved with the frame. Otherwise put their weight on the members that carry them, and make floors rigid that are.',
      place: { nodes: all.flatMap((panel) => panel.corners) },
      mend: {
        label: `Analyse ${all.length === 1 ? 'it as a shell' : 'them as shells'}`,
        act: { edits, sentence: `Made ${words} ${all.length === 1 ? 'a shell' : 'shells'}` },
      },
    },
  ];
}
