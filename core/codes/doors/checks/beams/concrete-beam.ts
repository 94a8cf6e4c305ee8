import { findBar, webOf, type ReinforcingBar } from '../../../../catalog';
import type { ReinforcedSection, SectionForces } from '../../../../concrete';
import type { ConcreteRules, Reinforcement } from '../../../../model';
import { ownFlange, type FlangedShape } from '../../../../results';
import type { UnitSystem } from '../../../../units';
import type { BarLayer, Chosen, FaceBars, Stirrups, StirrupsBetween } from '../beam-reinforcement';
import { barModulus } from '../bar-modulus';
import type { Check } from '../check';
import type { CheckedMember } from '../design-code';
import type { MemberStiffness } from '../member-stiffness';
import { effectiveDepth, inRows, mostRows, sideGap, type BeamBars, type Face } from './beam-bars';
import type { BarSpacing, BeamSection } from './beam-section';
import type { Bent } from './bending';
import { barLimits, barRuns, stirrupZones, type BarLimits } from './bar-runs';
import { BarsAlong, weakerSteel, type AnchorageRules, type BarsThere } from './bars-along';
import { beamReader, type DemandPoint, type LeftOut } from './demands';
import { beamSpans, type BeamSpan } from './beam-spans';
import { flangeOf, type OwnFlange } from './own-flange';
import { outermost } from './outermost';
import { proposeBars, type ProposalRules } from './propose-bars';
import { reinforcedSection } from './reinforced';

/** A place where a face is bent most for its strength, with the pull that torsion adds there (N·m, N). */
export interface FaceDemand {
  readonly point: DemandPoint;
  /** N that counts, tension positive: of 22.4 and of torsion */
  readonly N: number;
  readonly torsion: number;
}

/** A rectangular, T or L beam, its demands and the reinforcement it is checked with. */
export interface ConcreteBeam {
  readonly member: string;
  readonly rules: ConcreteRules;
  /** of its concrete, as it is analysed, Pa */
  readonly concreteModulus: number;
  /** kg/m³ */
  readonly concreteDensity: number;
  /** under loads of service; left out: it is not asked for */
  readonly service: CheckedMember['service'];
  /** what of it lies within supports */
  readonly zones: CheckedMember['zones'];
  readonly section: BeamSection;
  readonly code: BeamCode;
  readonly units: UnitSystem;
  /** places between the faces of supports */
  readonly bending: readonly DemandPoint[];
  /** places where shear and torsion are asked for */
  readonly shear: readonly DemandPoint[];
  /** all demands that a face has in bending */
  readonly faces: Readonly<Record<Face, readonly FaceDemand[]>>;
  /** its section with bars, by the slab that lies beside it; left out: with those all along */
  readonly reinforced: (shape: FlangedShape | undefined, bars?: BeamBars) => ReinforcedSection;
  /** those all along it */
  readonly bars: BeamBars;
  /** all bars, and where those run */
  readonly along: BarsAlong;
  readonly limits: BarLimits;
  /** those of its rules that may be proposed */
  readonly sizes: readonly string[];
  readonly chosen: {
    readonly top: Chosen<FaceBars> | undefined;
    readonly bottom: Chosen<FaceBars> | undefined;
    readonly side: Chosen<BarLayer> | undefined;
  };
  readonly stirrups: Chosen<Stirrups>;
  /** what is chosen for parts of it */
  readonly parts: Pick<Reinforcement, 'added' | 'zones'>;
  /** where stirrups lie otherwise */
  readonly stirrupZones: readonly StirrupsBetween[];
  readonly stirrupsAt: (x: number) => Stirrups;
  /** effective depth and steel of the weaker face, m and m² */
  readonly d: number;
  readonly tensionSteel: number;
  /** width that the minimum steel of a face is for, m */
  readonly minimumWidth: Readonly<Record<Face, number>>;
  /** whether moments are those between the faces of its supports */
  readonly atFaces: boolean;
  /** where its shear is read, in sentences; none: along the whole member, at the axes of its supports */
  readonly shearWords: readonly string[];
  /** the flange its section has of its own */
  readonly ownFlange: OwnFlange | undefined;
  /** whether it lies on the perimeter of the structure */
  readonly isOnPerimeter: () => boolean;
  /** the spans of its line that it lies in */
  readonly spans: readonly BeamSpan[];
  /** what is said of the slab that works with it, in sentences */
  readonly slabWords: readonly string[];
  /** the largest of the forces that its rules leave out */
  readonly leftOut: LeftOut;
}

/** One thing that is checked of a beam, or said of it. */
export type BeamCheck = (beam: ConcreteBeam) => Check[];

/** What a code says of beams, for their demands and proposals. */
export interface BeamCode {
  readonly section: BeamSection;
  /** whether an axial force counts in bending, N, tension positive */
  readonly countsAxially: (N: number) => boolean;
  /** torsion that is designed for at a place, N·m, without sign; 0: it may be neglected */
  readonly twist: (point: DemandPoint) => number;
  /** torsion that cracks the section: no more is designed for where others can take it over, N·m */
  readonly crackingTorsion: number;
  /** what torsion adds to the axial force that bars are asked for, N */
  readonly torsionPull: (torsion: number) => number;
  readonly bend: (reinforced: ReinforcedSection, asked: SectionForces, across?: boolean) => Bent | undefined;
  readonly proposal: ProposalRules;
  readonly anchorage: AnchorageRules;
  /** whether bars on the perimeter of a structure may end in a support that has so much for them, m; left out: any may */
  readonly endsWithin?: (bar: ReinforcingBar, length: number) => boolean;
  /** largest distance of bars along the sides, m, where there must be any; Infinity: there need not be */
  readonly sideGap: (isTwisted: boolean) => number;
  /** width that the minimum steel of a face is for, m; left out: the web's */
  readonly minimumWidth?: (bending: readonly DemandPoint[]) => Record<Face, number>;
  /** what it keeps of its stiffness in bending, d in m; left out: the code does not say */
  readonly stiffness?: (bars: BeamBars, d: number) => MemberStiffness;
  readonly proposeStirrups: (d: number, shear: readonly DemandPoint[], bars: BeamBars) => Stirrups;
}

/**
 * Section and demands of a beam; parts of the reinforcement that are open are proposed from the bar rules.
 * Its section is a rectangle, a T or an L.
 * @param concreteStrength of the beam's own concrete, Pa
 * @param spacing how near bars may lie
 * @param codeOf  what the code says of a section
 * @param asked bars are proposed for so many times what bends the beam
 */
export function concreteBeam(
  concreteStrength: number,
  checked: CheckedMember,
  spacing: BarSpacing,
  codeOf: (section: BeamSection) => BeamCode,
  asked = 1,
): ConcreteBeam {
  const { rules } = checked;
  const { units } = checked.model.settings;
  const given = checked.bars;
  const slab = slabOf(checked, concreteStrength);
  const web = webOf(checked.section.shape);
  if (!web) throw new Error(`${checked.member.id} is no rectangle, T or L.`);
  const section: BeamSection = {
    width: web.width,
    depth: web.depth,
    cover: rules.cover,
    stirrup: findBar(given?.stirrups?.bar ?? rules.stirrup)!, // the schema admits only bars of the table
    fc: slab.fc,
    fy: rules.yieldStress,
    Es: barModulus(rules),
    spacing,
    hooks: rules.hooks,
    reduction: rules.reduction,
  };
  const code = codeOf(section);
  const reader = beamReader(checked);
  const minimumWidth = code.minimumWidth?.(reader.bending) ?? { top: section.width, bottom: section.width };
  const limits = barLimits(checked, section.cover + section.stirrup.diameter);
  const alongOf = (all: BeamBars) =>
    new BarsAlong(section, barRuns(checked, limits, all), all.side, code.anchorage, limits.place);
  const sizes = sizesThatEnd(code, limits, checked);
  const choose = (faces: ConcreteBeam['faces']) => {
    const chosen = chooseBars(code, faces, minimumWidth, checked, sizes, alongOf, asked);
    const bars: BeamBars = { top: chosen.top?.value, bottom: chosen.bottom?.value, side: chosen.side?.value };
    return { chosen, bars, along: alongOf(bars) };
  };
  const reinforced = eachOnce((all, of) => reinforcedSection(section, all, of));
  let found = choose(facesOf(code, reader.bending));
  let bending = [...reader.bending, ...reader.bendingAt(found.along.knots)];
  let faces = facesOf(code, bending);
  const isOpen = found.chosen.top?.proposed === true || found.chosen.bottom?.proposed === true;
  // where bars take up their strength more may be asked of them than at the places they were proposed for
  if (
    isOpen &&
    (['top', 'bottom'] as const).some((face) => isAbove(worstOf(code, faces[face], found.along, reinforced)))
  ) {
    found = choose(faces);
    bending = [...reader.bending, ...reader.bendingAt(found.along.knots)];
    faces = facesOf(code, bending);
  }
  const { chosen, bars, along } = found;
  const layers = along.sets.flatMap(({ top, bottom }) => [top, bottom].filter((face) => face !== undefined));
  const d = Math.min(
    ...(layers.length > 0
      ? layers.map((face) => effectiveDepth(section, face))
      : [section.depth - section.cover - 2 * section.stirrup.diameter]),
  );
  const tensionSteel = Math.min(...along.sets.map(weakerSteel));
  // sections of beam and slab are cut at the faces and a little nearer to them than d
  const { points: shear, words } = reader.shear(Math.max(0, checked.withSlab ? Math.min(d, 0.8 * section.depth) : d));
  const zones = stirrupZones(checked);
  const stirrups: Chosen<Stirrups> = given?.stirrups
    ? { value: { bar: section.stirrup, legs: given.stirrups.legs, spacing: given.stirrups.spacing }, proposed: false }
    : {
        value: code.proposeStirrups(
          d,
          shear.filter(({ x }) => !zones.some((zone) => isIn(zone, x))),
          bars,
        ),
        proposed: true,
      };
  return {
    member: checked.member.id,
    rules,
    concreteModulus: checked.material.elasticModulus,
    concreteDensity: checked.material.density,
    service: checked.service,
    zones: checked.zones,
    section,
    code,
    units,
    bending,
    shear,
    faces,
    reinforced: (of, all = bars) => reinforced(of, all),
    along,
    limits,
    sizes,
    bars,
    chosen,
    stirrups,
    parts: {
      ...(given?.added ? { added: given.added } : {}),
      ...(given?.zones ? { zones: given.zones } : {}),
    },
    stirrupZones: zones,
    stirrupsAt: (x) => {
      const zone = zones.find((one) => isIn(one, x));
      return zone ? { bar: section.stirrup, legs: zone.legs, spacing: zone.spacing } : stirrups.value;
    },
    d,
    tensionSteel,
    minimumWidth,
    atFaces: checked.zones.length > 0,
    shearWords: words,
    ownFlange: flangeOf(checked.section.shape),
    isOnPerimeter: checked.isOnPerimeter,
    spans: beamSpans(checked),
    slabWords: slab.words,
    leftOut: reader.leftOut(),
  };
}

/** Sizes of bars that may end where the line of a beam does; where none may, all of its rules. */
function sizesThatEnd(
  { endsWithin }: BeamCode,
  { start, end, place }: BarLimits,
  { rules: { longitudinal }, isOnPerimeter }: CheckedMember,
): readonly string[] {
  const lengths = [
    ...(start.kind === 'support' && !start.isBeyond ? [place.from - start.at] : []),
    ...(end.kind === 'support' && !end.isBeyond ? [end.at - place.to] : []),
  ];
  if (!endsWithin || lengths.length === 0 || !isOnPerimeter()) return longitudinal;
  const fitting = longitudinal.filter((name) => endsWithin(findBar(name)!, Math.min(...lengths)));
  return fitting.length > 0 ? fitting : longitudinal;
}

/** Sections with bars, each made once. */
function eachOnce(
  make: (bars: BeamBars, shape: FlangedShape | undefined) => ReinforcedSection,
): (shape: FlangedShape | undefined, bars: BeamBars) => ReinforcedSection {
  const known = new Map<BeamBars, Map<FlangedShape | undefined, ReinforcedSection>>();
  return (shape, bars) => {
    let byShape = known.get(bars);
    if (!byShape) known.set(bars, (byShape = new Map()));
    let found = byShape.get(shape);
    if (!found) byShape.set(shape, (found = make(bars, shape)));
    return found;
  };
}

const isIn = ({ from, to }: StirrupsBetween, x: number): boolean => x > from - 1e-9 && x < to + 1e-9;

/** Strength of the weakest concrete of beam and slab, Pa, and what is to be said of the slab. */
function slabOf({ model, withSlab, section: { shape } }: CheckedMember, own: number): { fc: number; words: string[] } {
  if (!withSlab)
    return {
      fc: own,
      words: ownFlange(shape)
        ? [
            'The flange is part of its section: N, V and M are those of web and flange about their common centroid. Bars of the slab are not counted',
          ]
        : [],
    };
  const panels = new Set(withSlab.flatMap(({ shape }) => (shape ? shape.slabs.map(({ panel }) => panel) : [])));
  const strengths = [...panels].flatMap((id) => {
    const { material } = model.slabs[id];
    return material === null ? [] : (model.materials[material].concreteStrength ?? []);
  });
  const fc = Math.min(own, ...strengths);
  return {
    fc,
    words: [
      'A meshed slab works with the beam: N, V and M are those of the section of both, about their common centroid; torsion is the beam’s own. Bars of the slab are not counted, nor bending in its plane',
      ...(fc < own ? ['The concrete of the slab is the weaker one and is counted for both'] : []),
      ...(withSlab.some(({ shape }) => !shape)
        ? ['Where no slab lies beside it, as at an opening, the beam carries alone']
        : []),
    ],
  };
}

/** Which face is pulled where, with what: the bottom by sagging, the top by hogging. */
function facesOf(code: BeamCode, bending: readonly DemandPoint[]): Record<Face, FaceDemand[]> {
  const { section } = code;
  const most = bending.reduce((sum, { My }) => Math.max(sum, Math.abs(My)), 0);
  // a moment up to this is what rounding leaves of the other face's and asks for nothing
  const noise = Math.max(1e-6 * section.fc * section.width * section.depth ** 2, 1e-4 * most);
  const faces: Record<Face, FaceDemand[]> = { top: [], bottom: [] };
  // of what bends a place and does nothing else only the largest asks
  const plainly: Record<Face, Map<number, Map<FlangedShape | undefined, FaceDemand>>> = {
    top: new Map(),
    bottom: new Map(),
  };
  const raise = (face: Face, asked: FaceDemand): void => {
    const { x, shape, My } = asked.point;
    let here = plainly[face].get(x);
    if (!here) plainly[face].set(x, (here = new Map()));
    const before = here.get(shape);
    if (!before || Math.abs(My) > Math.abs(before.point.My)) here.set(shape, asked);
  };
  for (const point of bending) {
    const torsion = code.twist(point);
    const axial = code.countsAxially(point.N) ? point.N : 0;
    const N = axial + code.torsionPull(torsion);
    if (Math.abs(point.My) <= noise && N <= 0) continue;
    const asked = { point, N, torsion };
    if (Math.abs(point.My) > noise) raise(point.My > 0 ? 'bottom' : 'top', { point, N: 0, torsion: 0 });
    if (N === 0 && torsion === 0) continue;
    if (point.My > noise) faces.bottom.push(asked);
    else if (point.My < -noise) faces.top.push(asked);
    if (N > 0 && Math.abs(point.My) <= noise) for (const face of ['top', 'bottom'] as const) faces[face].push(asked);
    // compression that counts may only help where it stands for sure: bending is asked for without it as well, and with it but without the pull
    if (axial < 0 && torsion > 0)
      faces[point.My > 0 ? 'bottom' : 'top'].push({ ...asked, N: N - axial }, { point, N: axial, torsion: 0 });
  }
  for (const face of ['top', 'bottom'] as const)
    for (const here of plainly[face].values()) faces[face].push(...here.values());
  return { top: outermost(faces.top), bottom: outermost(faces.bottom) };
}

/** A demand of a face that uses it most, with the bars that count against it. */
export interface WorstDemand {
  readonly demand: FaceDemand;
  readonly bars: BeamBars;
  readonly bent: Bent | undefined;
}

const isAbove = (worst: WorstDemand | undefined): boolean =>
  worst !== undefined && !((worst.bent?.utilisation ?? 2) <= 1);

/**
 * The place of a face that uses a section most, of those of its demands.
 * @param counts whether bars that are there are asked about; left out: all are
 */
export function worstOf(
  { bend }: BeamCode,
  demands: readonly FaceDemand[],
  along: BarsAlong,
  reinforced: (shape: FlangedShape | undefined, bars: BeamBars) => ReinforcedSection,
  counts: (there: BarsThere) => boolean = () => true,
): WorstDemand | undefined {
  // strengths alone in bending and alone in tension or compression bound those of both together; bars that count in part give at least that part of them
  const unit = unitUses(bend, reinforced);
  const bound = ({ point: { My, shape }, N }: FaceDemand, { whole, least, faces }: BarsThere): number => {
    // bars of the face that is not pulled only help
    const pulled = faces[My > 0 ? 'bottom' : 'top'];
    return (
      (My === 0 ? 0 : (Math.abs(My) * unit(pulled.bars, shape, 0, Math.sign(My))) / pulled.least) +
      (N === 0 ? 0 : (Math.abs(N) * unit(whole, shape, Math.sign(N), 0)) / least)
    );
  };
  const ranked = demands
    .flatMap((demand) =>
      along
        .against(demand.point.x, demand.N > 0)
        .filter(counts)
        .map((there) => ({ demand, there, most: bound(demand, there) })),
    )
    .sort((a, b) => b.most - a.most);
  let worst: (WorstDemand & { use: number }) | undefined;
  for (const { demand, there, most } of ranked) {
    if (worst && worst.use >= most) break;
    const { point, N } = demand;
    const bent = bend(reinforced(point.shape, there.bars), { N, My: point.My, Mz: 0 });
    const use = bent?.utilisation ?? Infinity;
    if (!worst || use > worst.use) worst = { demand, bars: there.bars, bent, use };
    if (use === Infinity) break;
  }
  return worst;
}

/** What a unit of axial force or moment takes of a section's strength, each worked out once. */
export function unitUses(
  bend: BeamCode['bend'],
  reinforced: (shape: FlangedShape | undefined, bars: BeamBars) => ReinforcedSection,
  across?: boolean,
): (bars: BeamBars, shape: FlangedShape | undefined, N: number, My: number, Mz?: number) => number {
  const known = new Map<ReinforcedSection, Map<string, number>>();
  return (bars, shape, N, My, Mz = 0) => {
    const section = reinforced(shape, bars);
    let uses = known.get(section);
    if (!uses) known.set(section, (uses = new Map()));
    const key = `${N} ${My} ${Mz}`;
    let found = uses.get(key);
    if (found === undefined) uses.set(key, (found = bend(section, { N, My, Mz }, across)?.utilisation ?? Infinity));
    return found;
  };
}

/** How often bars are proposed anew for what they leave above 1. */
const rounds = 8;

/** Bars of both faces and the sides: those that are given, or the lightest of the rules that do. */
function chooseBars(
  code: BeamCode,
  faces: ConcreteBeam['faces'],
  minimumWidth: ConcreteBeam['minimumWidth'],
  { bars: given, rules, withSlab, section: { shape: own } }: CheckedMember,
  sizes: readonly string[],
  alongOf: (bars: BeamBars) => BarsAlong,
  asked: number,
): ConcreteBeam['chosen'] {
  const { section } = code;
  const { longitudinal } = rules;
  const bars: { top?: FaceBars | undefined; bottom?: FaceBars | undefined; side?: BarLayer | undefined } = {};
  for (const face of ['top', 'bottom'] as const) {
    const record = given?.[face];
    if (record) bars[face] = inRows(section, { bar: findBar(record.bar)!, count: record.count });
  }
  if (given?.side) bars.side = { bar: findBar(given.side.bar)!, count: given.side.count };
  const firstShape = withSlab?.find(({ shape }) => shape)?.shape ?? ownFlange(own);
  const moments = { top: 0, bottom: 0 };
  const shapes: Record<Face, FlangedShape | undefined> = { top: undefined, bottom: undefined };
  for (const face of ['top', 'bottom'] as const)
    for (const { point, N } of faces[face]) {
      // a pull is shared by both faces
      const moment = Math.abs(point.My) + Math.max(0, N) * 0.4 * section.depth;
      if (moment > moments[face]) [moments[face], shapes[face]] = [moment, point.shape];
    }
  const propose = (face: Face, times: number, others: BeamBars) =>
    proposeBars(
      section,
      code.proposal,
      {
        face,
        moment: moments[face] * times,
        shape: shapes[face] ?? firstShape,
        others,
        minimumWidth: minimumWidth[face],
      },
      sizes,
    );
  const open = (['bottom', 'top'] as const).filter((face) => !given?.[face]);
  for (const face of open) bars[face] = propose(face, asked, {});
  if (!given?.side) bars.side = sideFor(code, bars, faces, longitudinal);
  const times = { top: asked, bottom: asked };
  const reinforced = eachOnce((all, shape) => reinforcedSection(section, all, shape));
  for (let round = 0; round < rounds && open.length > 0; round++) {
    let changed = false;
    for (const face of open) {
      const worst = worstOf(code, faces[face], alongOf(bars), reinforced);
      const use = worst ? (worst.bent?.utilisation ?? 2) : 0;
      if (use <= 1) continue;
      times[face] *= Math.min(2, use * 1.002);
      const other: Face = face === 'top' ? 'bottom' : 'top';
      const more = propose(face, times[face], { [other]: bars[other], side: bars.side });
      if (more && weightOf(more) > weightOf(bars[face])) {
        bars[face] = more;
        changed = true;
      } else if (open.includes(other)) {
        // what is pulled can take no more: bars in compression let it
        const helped = oneMore(section, bars[other], more ?? bars[face]);
        if (helped) {
          bars[other] = helped;
          changed = true;
        }
      }
    }
    if (!changed) break;
  }
  const part = <T>(value: T | undefined, isGiven: boolean): Chosen<T> | undefined =>
    value && { value, proposed: !isGiven };
  return {
    top: part(bars.top, given?.top !== undefined),
    bottom: part(bars.bottom, given?.bottom !== undefined),
    side: part(bars.side, given?.side !== undefined),
  };
}

const weightOf = (bars: BarLayer | undefined): number => (bars ? bars.count * bars.bar.area : 0);

/** Bars of a face with two more, or as many of the other face's size where it has none; undefined: no more fit. */
function oneMore(section: BeamSection, bars: FaceBars | undefined, like: FaceBars | undefined): FaceBars | undefined {
  const from = bars ?? (like && { bar: like.bar, count: 0 });
  if (!from) return undefined;
  const more = inRows(section, { bar: from.bar, count: from.count + 2 });
  return more.rows.length <= mostRows && more.rows[0] > 1 ? more : undefined;
}

/** Bars along the sides where the code asks for them; undefined: none are asked for. */
function sideFor(
  { section, sideGap: widestFor }: BeamCode,
  bars: BeamBars,
  faces: ConcreteBeam['faces'],
  sizes: readonly string[],
): BarLayer | undefined {
  const widest = widestFor([...faces.top, ...faces.bottom].some(({ torsion }) => torsion > 0));
  if (widest === Infinity) return undefined;
  const bar = sizes.map((name) => findBar(name)!).sort((a, b) => a.area - b.area)[0];
  for (let count = 0; count <= 20; count++)
    if (sideGap(section, { ...bars, side: { bar, count } }) <= widest) return count > 0 ? { bar, count } : undefined;
  return { bar, count: 20 };
}
