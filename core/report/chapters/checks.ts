import {
  cageText,
  wallText,
  openReasons,
  layoutWords,
  liftNeeds,
  proposesCage,
  basisOf,
  requiredOf,
  verdicts,
  verdictWords,
  type FaceAreas,
  type MemberChecks,
} from '../../checks';
import {
  addedOnLine,
  carriedWords,
  decidedWords,
  designLines,
  partsWords,
  sectionsWords,
  zonesOnLine,
} from '../../lines';
import { inOrder, isMeshed, projectRules, wallPart, rulesOf, type ConcreteRules, type Model } from '../../model';
import { count, formatNumber, formatQuantity, formatValue, unitLabel } from '../../units';
import { type Block, table, number, paragraph, heading } from '../blocks';
import type { ResultChapter } from './chapter';

function checkBlocks(model: Model, members: readonly MemberChecks[]): Block[] {
  const made = members
    .filter((one) => one.governing)
    .sort((a, b) => b.governing!.utilisation - a.governing!.utilisation);
  const counted = verdicts
    .map((verdict) => `${members.filter((one) => one.verdict === verdict).length} ${verdictWords[verdict]}`)
    .join(', ');
  const remarks = basisOf(
    model,
    made.map(({ code }) => code),
  ).map(({ remark }) => ` ${remark}`);
  const blocks: Block[] = [
    paragraph(
      `Of ${count(members.length, 'member')}: ${counted}, by the combinations for strength and, of concrete beams, for service. Open: nothing made is above 1.00, but something the member needs was not made.${remarks.join('')}`,
    ),
  ];
  if (made.length > 0) {
    blocks.push(
      table(
        ['Member', 'Code', 'Governing check', 'Clause', 'By', number('Utilisation'), 'Verdict'],
        made.map(({ memberId, code, governing, verdict }) => [
          model.members[memberId].label ?? memberId,
          code,
          governing!.title,
          governing!.clause,
          governing!.combination,
          formatNumber(governing!.utilisation, 2),
          verdict,
        ]),
      ),
    );
  }
  const reasons = new Map<string, string[]>();
  for (const one of members)
    if (one.verdict !== 'holds')
      for (const reason of openReasons(one.checks)) reasons.set(reason, [...(reasons.get(reason) ?? []), one.memberId]);
  if (reasons.size > 0)
    blocks.push(
      heading('Open: what was not made'),
      table(
        ['Members', 'What, and why'],
        [...reasons].map(([reason, ids]) => [ids.join(', '), reason]),
      ),
    );
  return blocks;
}

/** Members that are checked as one beam or column, and lines of which something was decided by hand. */
function lineBlocks(model: Model, checked: ReadonlySet<string>): Block[] {
  const { units } = model.settings;
  const lines = designLines(model).all.filter(
    ({ pieces, record }) =>
      (pieces.length > 1 || record !== undefined) && pieces.some(({ member }) => checked.has(member)),
  );
  if (lines.length === 0) return [];
  const unit = unitLabel('length', units);
  return [
    heading('Design lines'),
    table(
      ['Line', 'Members', 'Section', number('Length', unit), `Spans or lifts, ${unit}`, 'Carried, held', 'Decided'],
      lines.map((line) => [
        line.name,
        line.pieces.map(({ member }) => model.members[member].label ?? member).join(' '),
        sectionsWords(model, line),
        formatValue(line.length, 'length', units, 2),
        partsWords(line, units),
        carriedWords(line),
        decidedWords(line),
      ]),
      'Members in line that are checked as one; lengths between axes of supports. Those of one member stand in the table of members.',
    ),
  ];
}

/** What concrete members were designed by. */
function rulesBlocks(model: Model, checked: readonly MemberChecks[]): Block[] {
  const { units, code } = model.settings;
  const concrete: readonly {
    readonly id: string;
    readonly label?: string | undefined;
    readonly rules?: string | undefined;
  }[] = [
    ...checked
      .filter(({ reinforcement, column }) => reinforcement ?? column)
      .map(({ memberId }) => model.members[memberId]),
    ...inOrder(model.walls).filter(
      (wall) => isMeshed(wall) && wall.material !== null && model.materials[wall.material].kind === 'concrete',
    ),
  ];
  if (concrete.length === 0) return [];
  const sets = [undefined, ...inOrder(model.designRules).map(({ id }) => id)].flatMap((id) => {
    const of = concrete.filter(({ rules }) => rules === id);
    return of.length > 0 ? [{ of, ...rulesOf(model, of[0]) }] : [];
  });
  return [
    heading('Design rules'),
    table(
      [
        'Rules',
        'Members and walls',
        'Bars',
        'Clear cover',
        'Sizes that may be proposed',
        'Stirrups',
        'In service',
        'Factors',
      ],
      sets.map(({ name, rules, of }) => [
        name,
        name === projectRules && sets.length > 1
          ? `the other ${of.length}`
          : of.length === concrete.length
            ? 'all of concrete'
            : of.map(({ label, id }) => label ?? id).join(' '),
        `${rules.steel}, fy = ${formatQuantity(rules.yieldStress, 'stress', units, units === 'us' ? 1 : 0)}`,
        formatQuantity(rules.cover, 'sectionLength', units, units === 'us' ? 2 : 0),
        [rules.longitudinal.join(', '), ...layoutSentence(rules)].join('; '),
        rules.stirrup,
        serviceWords(rules, units),
        factorWords(rules, code),
      ]),
    ),
  ];
}

/** Bars of concrete beams, line by line: those all along each member, those beside them, and stirrups. */
function barBlocks(model: Model, checked: readonly MemberChecks[]): Block[] {
  const { units } = model.settings;
  const found = new Map(checked.flatMap((one) => (one.reinforcement ? [[one.memberId, one.reinforcement]] : [])));
  const lines = designLines(model).all.filter(({ pieces }) => pieces.some(({ member }) => found.has(member)));
  if (lines.length === 0) return [];
  const at = (value: number) => formatValue(value, 'length', units, 2);
  const spacing = (value: number) => formatValue(value, 'sectionLength', units, units === 'us' ? 1 : 0);
  const said = (proposed: boolean) => (proposed ? ' (proposed)' : '');
  return [
    heading('Bars of concrete beams'),
    table(
      [
        'Line',
        'Members',
        'Top',
        'Bottom',
        'Each side',
        `Beside them, from and to in ${unitLabel('length', units)}`,
        `Stirrups, ${unitLabel('sectionLength', units)}`,
        `Zones, ${unitLabel('length', units)}`,
      ],
      lines.flatMap((line) => {
        const rows = new Map<string, string[]>();
        for (const { member } of line.pieces) {
          const bars = found.get(member);
          if (!bars) continue;
          const layer = (part: typeof bars.side) =>
            part ? `${part.value.count} ${part.value.bar.name}${said(part.proposed)}` : '';
          const { stirrups } = bars;
          const key = JSON.stringify([
            layer(bars.top),
            layer(bars.bottom),
            layer(bars.side),
            stirrups
              ? `${stirrups.value.legs} legs ${stirrups.value.bar.name} at ${spacing(stirrups.value.spacing)}${said(stirrups.proposed)}`
              : '',
          ]);
          rows.set(key, [...(rows.get(key) ?? []), model.members[member].label ?? member]);
        }
        const added = addedOnLine(model, line)
          .map(({ face, count: number, bar, from, to }) => `${face} ${number} ${bar} ${at(from)}–${at(to)}`)
          .join('; ');
        const zones = zonesOnLine(model, line)
          .map(({ legs, spacing: apart, from, to }) => `${legs} legs at ${spacing(apart)}, ${at(from)}–${at(to)}`)
          .join('; ');
        return [...rows].map(([key, members], i) => {
          const [top, bottom, side, stirrups] = JSON.parse(key) as string[];
          return [
            i === 0 ? line.name : '',
            members.join(' '),
            top,
            bottom,
            side,
            i === 0 ? added : '',
            stirrups,
            i === 0 ? zones : '',
          ];
        });
      }),
      'Top and bottom bars lie all along the members; those beside them and zones of stirrups are measured from the start of the line.',
    ),
  ];
}

/** Bars and ties of concrete columns, line by line from the foot, with what governs each. */
function cageBlocks(model: Model, checked: readonly MemberChecks[]): Block[] {
  const { units } = model.settings;
  const found = new Map(checked.flatMap((one) => (one.column ? [[one.memberId, one]] : [])));
  const lines = designLines(model).all.filter(({ pieces }) => pieces.some(({ member }) => found.has(member)));
  if (lines.length === 0) return [];
  return [
    heading('Bars of concrete columns'),
    table(
      [
        'Line',
        'Member',
        'Section',
        'Bars',
        'in faces along y × z',
        number('Steel', '%'),
        'Ties',
        'Governing check',
        'By',
        number('Utilisation'),
        'Verdict',
      ],
      lines.flatMap((line) =>
        line.pieces.flatMap(({ member }, i) => {
          const one = found.get(member);
          if (!one?.column) return [];
          const { section, label, id } = model.members[member];
          const words = cageText(one.column, units);
          return [
            [
              i === 0 ? line.name : '',
              label ?? id,
              section === null ? '' : model.sections[section].name,
              words.bars === '' ? 'none fits' : words.bars,
              words.faces,
              one.steelRatio === undefined ? '' : formatNumber(100 * one.steelRatio, 2),
              `${words.ties}${proposesCage(one.column) ? ' (proposed)' : ''}`,
              one.governing?.title ?? '',
              one.governing?.combination ?? '',
              one.governing ? formatNumber(one.governing.utilisation, 2) : '',
              one.verdict,
            ],
          ];
        }),
      ),
      'Counts are of each face, with the bars at its corners; legs of ties run along local y × z. Bars of round columns stand in a ring, within round ties or a spiral.',
    ),
  ];
}

/** Lifts of columns of concrete that lack something before they can be designed. */
function lackBlocks(model: Model): Block[] {
  const { units } = model.settings;
  const lacking = liftNeeds(model).filter(({ needs }) => needs.length > 0);
  if (lacking.length === 0) return [];
  const length = (value: number) => formatValue(value, 'length', units, 2);
  return [
    heading('What lifts of columns lack'),
    table(
      [
        'Column',
        `From, ${unitLabel('length', units)}`,
        `To, ${unitLabel('length', units)}`,
        'Missing',
        'What supplies it',
      ],
      lacking.flatMap(({ line, lift, needs }) =>
        needs.map(({ what, mend }, i) => [
          i === 0 ? line.name : '',
          i === 0 ? length(lift.from) : '',
          i === 0 ? length(lift.to) : '',
          what,
          mend,
        ]),
      ),
    ),
  ];
}

/** Piers of walls with their bars and what governs them, and what of them was not made. */
function pierBlocks(model: Model, piers: readonly MemberChecks[]): Block[] {
  if (piers.length === 0) return [];
  const { units } = model.settings;
  const counted = verdicts
    .map((verdict) => `${piers.filter((one) => one.verdict === verdict).length} ${verdictWords[verdict]}`)
    .join(', ');
  const nameOf = (key: string) => {
    const part = wallPart(model, key);
    return part ? [part.name, part.storey?.label ?? ''] : [key, ''];
  };
  const reasons = new Map<string, string[]>();
  for (const one of piers)
    for (const reason of openReasons(one.checks))
      reasons.set(reason, [...(reasons.get(reason) ?? []), nameOf(one.memberId).filter(Boolean).join(', ')]);
  return [
    heading('Piers of walls'),
    paragraph(
      `Of ${count(piers.length, 'pier')}: ${counted}, at foot and head by the combinations for strength, each by itself.`,
    ),
    table(
      [
        'Pier',
        'Storey',
        'Length × thickness',
        'Upright',
        'Level',
        'At each end',
        number('Steel', '%'),
        'Governing check',
        'By',
        number('Utilisation'),
        'Verdict',
      ],
      [...piers]
        .sort((a, b) => (b.governing?.utilisation ?? 0) - (a.governing?.utilisation ?? 0))
        .map(({ memberId, wall, steelRatio, governing, verdict }) => {
          const part = wallPart(model, memberId);
          const words = wall && wallText(wall, units);
          return [
            ...nameOf(memberId),
            part?.kind === 'pier'
              ? `${formatQuantity(part.length, 'length', units, 2)} × ${formatQuantity(part.wall.thickness, 'sectionLength', units, units === 'us' ? 1 : 0)}`
              : '',
            words ? `${words.upright}${wall.proposed ? ' (proposed)' : ''}` : '',
            words?.level ?? '',
            words?.ends ?? '',
            steelRatio === undefined ? '' : formatNumber(100 * steelRatio, 2),
            governing?.title ?? 'not checked',
            governing?.combination ?? '',
            governing ? formatNumber(governing.utilisation, 2) : '',
            verdict,
          ];
        }),
    ),
    ...(reasons.size > 0
      ? [
          table(
            ['Piers', 'What was not made, and why'],
            [...reasons].map(([reason, names]) => [names.join('; '), reason]),
          ),
        ]
      : []),
  ];
}

/** Areas of bars, asked for and provided, of every beam of concrete where its faces are used most; the worst first. */
function areaBlocks(model: Model, checked: readonly MemberChecks[]): Block[] {
  const { units } = model.settings;
  const rows = checked
    .flatMap(({ memberId, areas, governing }) => (areas ? [{ memberId, areas: areas(), governing }] : []))
    .sort((a, b) => (b.governing?.utilisation ?? 0) - (a.governing?.utilisation ?? 0));
  if (rows.length === 0) return [];
  const area = (value: number) => formatValue(value, 'barArea', units);
  const asked = (of: FaceAreas | undefined) => {
    const required = of && requiredOf(of);
    if (!of) return '';
    if (required === undefined) return 'no area does';
    return `${of.minimum > (of.bending ?? 0) ? 'least ' : ''}${area(required)}`;
  };
  const provided = (of: FaceAreas | undefined) => {
    if (!of) return '';
    const [counts, lies] = [area(of.provided), area(of.lying)];
    return counts === lies ? counts : `${counts} of ${lies}`;
  };
  const unit = unitLabel('barArea', units);
  return [
    heading('Areas of bars'),
    table(
      [
        'Member',
        number('Top, asked for', unit),
        number('provided', unit),
        number('Bottom, asked for', unit),
        number('provided', unit),
      ],
      rows.map(({ memberId, areas: { top, bottom } }) => [
        model.members[memberId].label ?? memberId,
        asked(top),
        provided(top),
        asked(bottom),
        provided(bottom),
      ]),
      'Where each face is used most: what bending asks for there, with axial force and torsion that count, or the least of the code where that is more. Of bars that are anchored in part so much is provided.',
    ),
  ];
}

/** Layouts of columns, and which of them is proposed. */
const layoutSentence = ({ columns }: ConcreteRules): string[] =>
  columns
    ? [
        `columns ${columns.layouts.map(layoutWords).join(', or ')}: the ${columns.choose === 'lightest' ? 'lightest' : 'first'} that does`,
      ]
    : [];

/** What differs from the code in service. */
function serviceWords({ service = {} }: ConcreteRules, units: Model['settings']['units']): string {
  if (service.leftOut) return 'left out';
  const { live, lasting, total, camber, byDepth, crackWidth, humidity, loadedAt } = service;
  const span = (name: string, value: number | undefined) => (value === undefined ? [] : [`${name} l/${value}`]);
  const words = [
    ...span('live load', live),
    ...span('after partitions', lasting),
    ...span('in the end', total),
    ...span('camber', camber),
    ...(byDepth ? ['deflection by depth where it is enough'] : []),
    ...(crackWidth === undefined ? [] : [`cracks ${formatQuantity(crackWidth, 'deflection', units)}`]),
    ...(humidity === undefined ? [] : [`humidity ${humidity}`]),
    ...(loadedAt === undefined ? [] : [`loaded after ${loadedAt} days`]),
  ];
  return words.length > 0 ? words.join(', ') : 'limits of the code';
}

const symbols = {
  eurocode: { alphaCc: 'αcc', gammaC: 'γC', gammaS: 'γS', mostCot: 'cot θ ≤' },
  us: {
    tension: 'φ tension',
    compression: 'φ compression',
    spiral: 'φ spiral',
    shear: 'φ shear',
    torsion: 'φ torsion',
  },
} as const;

/** Factors on strength that are typed. */
function factorWords({ partial, reduction }: ConcreteRules, code: Model['settings']['code']): string {
  const names: Readonly<Record<string, string>> = symbols[code];
  const typed = Object.entries((code === 'us' ? reduction : partial) ?? {});
  if (typed.length === 0) return code === 'us' ? 'those of the code' : 'as recommended';
  return typed.map(([key, value]) => `${names[key]} = ${value}`).join(', ');
}

export const checksChapter: ResultChapter = {
  name: 'Utilisations',
  title: 'Utilisations',
  needsResults: true,
  blocks: ({ model, checks, piers, choice }) => [
    ...(checks.length > 0 || piers.length === 0 ? checkBlocks(model, checks) : []),
    ...pierBlocks(model, piers),
    ...(choice.detail === 'brief' ? [] : rulesBlocks(model, checks)),
    ...(choice.detail === 'brief' ? [] : barBlocks(model, checks)),
    ...(choice.detail === 'brief' ? [] : areaBlocks(model, checks)),
    ...(choice.detail === 'brief' ? [] : cageBlocks(model, checks)),
    ...lackBlocks(model),
    ...(choice.detail === 'brief' ? [] : lineBlocks(model, new Set(checks.map(({ memberId }) => memberId)))),
  ],
};
