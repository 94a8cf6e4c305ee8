import { MemberChecker, openReasons, stabilityRemark, verdicts, verdictWords, type MemberChecks } from '../checks';
import { acceptedFindings, allFindings, openFindings } from '../findings';
import { sectionProperties } from '../catalog';
import { combinationFormula, purposeNames } from '../combine';
import type { Solution } from '../fem';
import { endConditionName } from '../build';
import { actingLoads, caseResultants, loadWords, ruleResults, targetOf } from '../loading';
import {
  casesOfRule,
  gridLinesAlong,
  inOrder,
  plainWords,
  storeysUpward,
  structureKind,
  structureKinds,
  type Finding,
  type Load,
  type Model,
} from '../model';
import {
  balance,
  combinationStates,
  combinationWeights,
  forceComponents,
  stationTable,
  type ForceComponent,
} from '../results';
import { setStep, Sheet, type SetStep } from '../sheet';
import { reportChapters, type ReportChapter, type ReportChoice } from './choice';
import { analysisBlocks } from './analysis-chapter';
import { plausibilityBlocks, resultTableBlocks, storeyBlocks, viewBlocks } from './result-chapters';
import { count, formatNumber, formatQuantity, formatValue, unitLabel, withUnits, type QuantityKind } from '../units';

/** A column of numbers is set flush right. */
export interface Column {
  readonly title: string;
  readonly numeric?: boolean;
}

/** What a report consists of; how it is laid out is not said here. Formulas are TeX. */
export type Block =
  | { kind: 'paragraph'; text: string }
  | { kind: 'heading'; text: string }
  | { kind: 'table'; columns: Column[]; rows: string[][]; note?: string }
  | { kind: 'picture'; title: string; svg: string; width: number; height: number }
  | {
      kind: 'sheet';
      title: string;
      clause: string;
      state: string;
      remarks: string[];
      lines: SetStep[];
      comparison: SetStep | undefined;
      verdict: string;
      holds: boolean;
    };

export interface Report {
  readonly title: string;
  readonly subtitle: string;
  /** number, client, who made and who checked it, as far as the project says */
  readonly titleBlock: readonly (readonly [string, string])[];
  readonly chapters: { title: string; blocks: Block[] }[];
}

const table = (columns: (string | Column)[], rows: string[][], note?: string): Block => ({
  kind: 'table',
  columns: columns.map((column) => (typeof column === 'string' ? { title: column } : column)),
  rows,
  ...(note ? { note } : {}),
});
const number = (title: string, unit = ''): Column => ({
  title: unit === '' ? title : `${title}, ${unit}`,
  numeric: true,
});
const paragraph = (text: string): Block => ({ kind: 'paragraph', text });
const heading = (text: string): Block => ({ kind: 'heading', text });

/**
 * The content of a report on a model.
 * @param solution absent when the analysis stopped; the report then says so in place of results
 * @param revision what revision of the model it is, for the first page
 */
export function reportContent(
  model: Model,
  solution: Solution | undefined,
  findings: readonly Finding[],
  choice: ReportChoice,
  revision: string,
): Report {
  return withUnits(model.settings.ownUnits, () => content(model, solution, findings, choice, revision));
}

function content(
  model: Model,
  solution: Solution | undefined,
  findings: readonly Finding[],
  choice: ReportChoice,
  revision: string,
): Report {
  const needed =
    choice.chapters.includes('checks') || choice.views?.some(({ quantity }) => quantity === 'utilisation')
      ? inOrder(model.members).map((member) => member.id)
      : choice.chapters.includes('sheets')
        ? choice.members.filter((id) => id in model.members)
        : [];
  const checker = solution && needed.length > 0 ? new MemberChecker(model, solution) : undefined;
  const checks = checker ? needed.map((id) => checker.check(id)) : [];
  const utilisations = new Map(
    checks.flatMap(({ memberId, governing, verdict }) =>
      governing ? [[memberId, { value: governing.utilisation, open: verdict === 'open' }] as const] : [],
    ),
  );
  const missing = (): Block[] => [
    paragraph('The analysis stopped, so there are no results. The findings above say why.'),
  ];
  const make: Record<ReportChapter, () => { title: string; blocks: Block[] }> = {
    model: () => ({
      title: 'Model',
      blocks: modelBlocks(model, allFindings(model, findings), choice.detail ?? 'normal'),
    }),
    loads: () => ({ title: 'Loads', blocks: loadBlocks(model) }),
    loadSheets: () => ({ title: 'Loads by rules', blocks: ruleBlocks(model) }),
    combinations: () => ({ title: 'Combinations', blocks: combinationBlocks(model) }),
    equilibrium: () => ({ title: 'Equilibrium', blocks: solution ? equilibriumBlocks(model, solution) : missing() }),
    plausibility: () => ({ title: 'Plausibility', blocks: solution ? plausibilityBlocks(model, solution) : missing() }),
    views: () => ({ title: 'Pictures', blocks: viewBlocks(model, solution, choice, utilisations) }),
    results: () => ({
      title: 'Governing results',
      blocks: solution
        ? [
            ...(choice.results || choice.worst || choice.detail === 'brief' ? [] : resultBlocks(model, solution)),
            ...(choice.results || choice.worst || (choice.detail ?? 'normal') !== 'normal'
              ? resultTableBlocks(model, solution, choice)
              : []),
          ]
        : missing(),
    }),
    storeys: () => ({ title: 'Storeys', blocks: solution ? storeyBlocks(model, solution, choice) : missing() }),
    analyses: () => ({ title: 'Modes and buckling', blocks: solution ? analysisBlocks(model) : missing() }),
    checks: () => ({ title: 'Utilisations', blocks: solution ? checkBlocks(model, checks) : missing() }),
    sheets: () => ({
      title: 'Calculation sheets',
      blocks: solution
        ? sheetBlocks(
            model,
            checks.filter((one) => choice.members.includes(one.memberId)),
          )
        : missing(),
    }),
  };
  const codes =
    model.settings.code === 'us' ? 'ASCE 7-22, AISC 360-22 (LRFD), ACI 318-19' : 'EN 1990 (recommended values)';
  const second = Object.values(model.combinations).filter((one) => one.order === 'second').length;
  const orders =
    second === 0
      ? 'First-order linear elastic analysis.'
      : `Linear elastic analysis, ${second} of ${count(Object.keys(model.combinations).length, 'combination')} in second order.`;
  const { number: job, client, engineer, checker: checkedBy } = model.settings.titleBlock ?? {};
  const titleBlock = (
    [
      ['Number', job],
      ['Client', client],
      ['Made by', engineer],
      ['Checked by', checkedBy],
    ] as const
  ).flatMap(([name, value]) => (value ? [[name, value] as const] : []));
  return {
    title: model.settings.name,
    titleBlock,
    subtitle: `${codes}. ${revision}. ${orders}`,
    chapters: reportChapters
      .filter((chapter) => choice.chapters.includes(chapter))
      .map((chapter) => make[chapter]())
      .filter((chapter) => chapter.blocks.length > 0),
  };
}

/** What is found, and what somebody has accepted with the reason. */
function findingBlocks(model: Model, findings: readonly Finding[]): Block[] {
  const [open, accepted] = [openFindings(model, findings), acceptedFindings(model, findings)];
  return [
    open.length === 0
      ? paragraph(accepted.length === 0 ? 'None.' : 'None but those accepted.')
      : table(
          ['', 'Finding', 'Why'],
          open.map((finding) => [finding.severity === 'stop' ? 'stops' : 'remark', finding.sentence, finding.why]),
        ),
    ...(accepted.length > 0
      ? [
          heading('Accepted findings'),
          table(
            ['Finding', 'Accepted because'],
            accepted.map(({ finding, reason }) => [finding.sentence, reason]),
          ),
        ]
      : []),
  ];
}

function modelBlocks(model: Model, findings: readonly Finding[], detail: NonNullable<ReportChoice['detail']>): Block[] {
  const { units } = model.settings;
  const value = (amount: number, kind: QuantityKind, decimals?: number) => formatValue(amount, kind, units, decimals);
  const unit = (kind: QuantityKind) => unitLabel(kind, units);
  const used = new Set(Object.values(model.members).map((member) => member.section));
  const sections = inOrder(model.sections).filter((section) => used.has(section.id));
  const length = unit('length');
  return [
    paragraph(
      `${count(Object.keys(model.nodes).length, 'node')}, ${count(Object.keys(model.members).length, 'member')}, ${count(Object.values(model.nodes).filter((node) => node.support).length, 'supported node')}. Members deform in bending, stretching and twisting${model.settings.shearDeformation ? ' and in shear' : ''}. Local x runs from start to end, z lies in the vertical plane through the member, pointing up; moments are positive when they put the negative local side in tension.`,
    ),
    ...settingsParagraphs(model),
    heading('Findings'),
    ...findingBlocks(model, findings),
    heading('Setting-out'),
    table(
      ['Storey', number('Height', length)],
      storeysUpward(model).map((storey) => [storey.label, value(storey.elevation, 'length')]),
    ),
    table(
      ['Grid line', 'Constant', number('Position', length)],
      [...gridLinesAlong(model, 'x'), ...gridLinesAlong(model, 'y')].map((line) => [
        line.label,
        line.axis,
        value(line.position, 'length'),
      ]),
    ),
    heading('Materials'),
    table(
      [
        'Material',
        'Standard',
        number('E', unit('modulus')),
        number('ν'),
        number('Density', unit('density')),
        number('Strength', unit('stress')),
      ],
      inOrder(model.materials).map((material) => [
        material.name,
        material.standard,
        value(material.elasticModulus, 'modulus'),
        formatNumber(material.poissonRatio, 2),
        value(material.density, 'density'),
        value(material.yieldStress ?? material.concreteStrength ?? NaN, 'stress'),
      ]),
      'Strength: yield stress of steel, specified strength of concrete.',
    ),
    heading('Sections'),
    table(
      [
        'Section',
        number('A', unit('area')),
        number('I y', unit('secondMoment')),
        number('I z', unit('secondMoment')),
        number('J', unit('secondMoment')),
        number('W pl,y', unit('sectionModulus')),
      ],
      sections.map((section) => {
        const properties = sectionProperties(section.shape);
        return [
          section.name,
          value(properties.area, 'area'),
          value(properties.inertiaY, 'secondMoment', 0),
          value(properties.inertiaZ, 'secondMoment', 0),
          value(properties.torsion, 'secondMoment', 1),
          value(properties.plasticModulusY, 'sectionModulus', 0),
        ];
      }),
      'Computed from dimensions; y is the strong axis.',
    ),
    ...(detail === 'brief' ? [] : listBlocks(model)),
  ];
}

/** What the project says of the whole: kind of structure, limits, directions, what is locked. */
function settingsParagraphs(model: Model): Block[] {
  const { limits, directions = {}, units } = model.settings;
  const kind = structureKind(model);
  const named = (['x', 'y'] as const).flatMap((axis) => (directions[axis] ? [`${axis} runs ${directions[axis]}`] : []));
  const words = [
    ...(kind === 'space'
      ? []
      : [
          `The structure is a ${structureKinds[kind].name}: ${structureKinds[kind].held.join(', ')} are held at every node.`,
        ]),
    ...(limits?.drift || limits?.deflection
      ? [
          `Limits under service combinations: ${[...(limits.drift ? [`drift h/${formatNumber(limits.drift, 0)}`] : []), ...(limits.deflection ? [`deflection L/${formatNumber(limits.deflection, 0)}`] : [])].join(', ')}.`,
        ]
      : []),
    ...(named.length > 0 ? [`${named.join(', ')}.`] : []),
    ...(directions.north === undefined
      ? []
      : [`North lies ${formatQuantity(directions.north, 'angle', units, 0)} counter-clockwise from +y.`]),
  ];
  return words.length > 0 ? [paragraph(words.join(' '))] : [];
}

/** Every node and member. */
function listBlocks(model: Model): Block[] {
  const { units } = model.settings;
  const value = (amount: number, kind: QuantityKind) => formatValue(amount, kind, units);
  const length = unitLabel('length', units);
  return [
    heading('Nodes'),
    table(
      ['Node', number('x', length), number('y', length), number('z', length), 'Held'],
      inOrder(model.nodes).map((node) => [
        node.id,
        ...node.position.map((part) => value(part, 'length')),
        supportWords(node.support),
      ]),
    ),
    heading('Members'),
    table(
      ['Member', 'Role', 'From', 'To', 'Section', 'Material', 'Ends', 'Carries'],
      inOrder(model.members).map((member) => [
        member.label ?? member.id,
        member.role,
        member.start,
        member.end,
        member.section ? model.sections[member.section].name : 'none',
        member.material ? model.materials[member.material].name : 'none',
        endWords(member),
        member.behaviour ? `${member.behaviour} only` : '',
      ]),
      'Ends: conditions at start and end where they are not both fixed. Carries: empty, where a member bends.',
    ),
    ...floorBlocks(model),
  ];
}

/** How a member is joined, where it is not fixed at both ends. */
function endWords({ startConnection, endConnection }: Model['members'][string]): string {
  const [start, end] = [endConditionName(startConnection), endConditionName(endConnection)];
  return start === 'fixed' && end === 'fixed' ? '' : `${start}, ${end}`;
}

/** Rigid floors, and slabs and walls that are described. */
function floorBlocks(model: Model): Block[] {
  const { units } = model.settings;
  const floors = inOrder(model.diaphragms);
  const panels = [
    ...inOrder(model.slabs).map((one) => ({ one, noun: 'slab' })),
    ...inOrder(model.walls).map((one) => ({ one, noun: 'wall' })),
  ];
  return [
    ...(floors.length > 0
      ? [
          heading('Rigid floors'),
          table(
            ['Floor', 'Ties', number('Nodes'), 'Which'],
            floors.map(({ label, stiffness, nodes }) => [
              label,
              stiffness === 'semiRigid' ? 'nothing yet: semi-rigid' : 'rigidly in its plane',
              String(nodes.length),
              nodes.join(', '),
            ]),
          ),
        ]
      : []),
    ...(panels.length > 0
      ? [
          heading('Slabs and walls'),
          table(
            ['', 'Corners', number('Openings'), number('Thickness', unitLabel('sectionLength', units))],
            panels.map(({ one, noun }) => [
              `${noun} ${one.label ?? one.id}`,
              one.corners.join(', '),
              String(one.openings?.length ?? 0),
              formatValue(one.thickness, 'sectionLength', units),
            ]),
            'Described, not analysed: they have no weight and no stiffness in the results.',
          ),
        ]
      : []),
  ];
}

function supportWords(support: Model['nodes'][string]['support']): string {
  if (!support) return '';
  const held = Object.entries(support)
    .filter(([, isHeld]) => isHeld)
    .map(([direction]) => direction);
  return held.length === 6 ? 'fixed' : held.join(', ');
}

function loadBlocks(model: Model): Block[] {
  const { units } = model.settings;
  const loads = actingLoads(model);
  const cases = inOrder(model.cases);
  const sums = caseResultants(model);
  const part = (value: number, kind: QuantityKind) => formatValue(value, kind, units);
  const blocks: Block[] = [
    table(
      [
        'Case',
        'Name',
        'Nature',
        'Self-weight',
        number('Loads'),
        ...['x', 'y', 'z'].map((axis) => number(`F ${axis}`, unitLabel('force', units))),
      ],
      cases.map((one) => [
        one.label,
        one.name,
        plainWords(one.nature),
        one.selfWeight ? 'yes' : '',
        String(loads.filter((load) => load.case === one.id).length),
        ...sums.get(one.id)!.force.map((value) => part(value, 'force')),
      ]),
      'F: sum of what acts, loads made by rules included.',
    ),
  ];
  for (const one of cases) {
    const own = loads.filter((load) => load.case === one.id);
    const rules = [
      ...new Set(
        own
          .filter((load) => !(load.id in model.loads))
          .map((load) => model.loadRules[load.id.split('-')[0]]?.label ?? ''),
      ),
    ];
    if (own.length > 0)
      blocks.push(
        heading(`Case ${one.label}, ${one.name}${rules.length > 0 ? `, by rule ${rules.join(', ')}` : ''}`),
        table(['On', 'Kind', 'Direction', number('Value'), 'Place'], grouped(own.map((load) => loadRow(load, model)))),
      );
  }
  return blocks;
}

function loadRow(load: Load, model: Model): string[] {
  const { kind, direction, value, place } = loadWords(load, model.settings.units);
  return [targetOf(load, model), kind, direction, value, place];
}

/** Of a rule with many cases so many sheets are printed; all of them stand in the project. */
const mostRuleSheets = 4;

/** How rules worked out wind, snow and the like: their sheets. */
function ruleBlocks(model: Model): Block[] {
  const { units } = model.settings;
  const results = ruleResults(model);
  if (results.size === 0) return [];
  return inOrder(model.loadRules).flatMap((rule): Block[] => {
    const { sheets, problems } = results.get(rule.id) ?? { sheets: [], problems: [] };
    return [
      heading(rule.label),
      ...problems.map(paragraph),
      ...sheets.slice(0, mostRuleSheets).map(({ title, sheet }): Block => ({
        kind: 'sheet',
        title,
        clause: '',
        state: `${rule.label}, cases ${casesOfRule(rule)
          .map((id) => model.cases[id].label)
          .join(', ')}`,
        remarks: sheet.remarks,
        lines: sheet.steps.map((step) => setStep(step, units)),
        comparison: undefined,
        verdict: '',
        holds: true,
      })),
      ...(sheets.length > mostRuleSheets
        ? [paragraph(`${sheets.length - mostRuleSheets} more sheets of this rule stand in the project.`)]
        : []),
      ...(sheets.length === 0 ? [paragraph('It cuts or moves loads and computes nothing.')] : []),
    ];
  });
}

/** Rows that differ only in what they act on are told together. */
function grouped(rows: string[][]): string[][] {
  const groups = new Map<string, string[][]>();
  for (const row of rows) {
    const key = row.slice(1).join('|');
    groups.set(key, [...(groups.get(key) ?? []), row]);
  }
  return [...groups.values()].map((group) => [group.map((row) => row[0]).join(', '), ...group[0].slice(1)]);
}

function combinationBlocks(model: Model): Block[] {
  const combinations = inOrder(model.combinations);
  if (combinations.length === 0) return [paragraph('There are no combinations.')];
  const sets = inOrder(model.stiffnessSets).filter((set) => combinations.some((one) => one.stiffnessSet === set.id));
  const factorWords = (rule: (typeof sets)[number]['rules'][number]) => [
    rule.material,
    rule.role,
    Object.entries(rule.factors)
      .map(([name, factor]) => `${plainWords(name)} × ${formatNumber(factor, 2)}`)
      .join(', '),
  ];
  return [
    table(
      ['', 'Purpose', 'Rule', 'Combination', 'Order', 'Stiffness'],
      combinations.map((one) => [
        one.label,
        purposeNames[one.purpose],
        one.origin === 'own' ? `own: ${one.rule}` : one.changed ? `${one.rule}, changed` : one.rule,
        combinationFormula(model, one),
        one.order ?? 'first',
        one.stiffnessSet ? model.stiffnessSets[one.stiffnessSet].label : 'full',
      ]),
    ),
    ...sets.flatMap((set): Block[] => [
      heading(`Stiffness: ${set.label}`),
      table(
        ['Material', 'Role', 'Factors'],
        set.rules.map(factorWords),
        `${set.source}. The first rule that fits a member counts.`,
      ),
    ]),
  ];
}

function equilibriumBlocks(model: Model, solution: Solution): Block[] {
  const { units } = model.settings;
  const rows = balance(solution).flatMap((row) => {
    const { label } = model.cases[row.caseId] ?? model.combinations[row.caseId];
    const sums = (six: readonly number[]) =>
      six.map((value, i) => formatValue(value, i < 3 ? 'force' : 'moment', units));
    return [
      [label, 'loads', ...sums(row.applied), ''],
      ['', 'reactions', ...sums(row.reacted), row.error.toExponential(1)],
    ];
  });
  const [force, moment] = [unitLabel('force', units), unitLabel('moment', units)];
  return [
    paragraph(
      `Loads and reactions of each case; forces in ${force}, moments about the origin in ${moment}. The last column is the largest share of the load that is out of balance. Largest relative residual of the equations: ${Math.max(0, ...solution.cases.map((one) => one.residual)).toExponential(1)}.`,
    ),
    table(
      [
        'Case',
        '',
        number('ΣX'),
        number('ΣY'),
        number('ΣZ'),
        number('ΣMx'),
        number('ΣMy'),
        number('ΣMz'),
        number('error'),
      ],
      rows,
    ),
  ];
}

const kindOf = (component: ForceComponent): QuantityKind =>
  component === 'My' || component === 'Mz' || component === 'T' ? 'moment' : 'force';

function resultBlocks(model: Model, solution: Solution): Block[] {
  const { units } = model.settings;
  const strength = combinationStates(
    model,
    solution,
    inOrder(model.combinations).filter((one) => one.purpose === 'strength'),
  );
  if (strength.length === 0) return [paragraph('There is no strength combination, so nothing governs.')];
  const stations = stationTable(solution);
  const weights = strength.map(({ combination }) => combinationWeights(solution, combination, model.combinations));
  const show = (value: number, component: ForceComponent) => formatValue(value, kindOf(component), units);
  const rows = solution.memberIds.map((id, m) => {
    const cell = (component: ForceComponent) => {
      const { max, min } = stations.extremes(m, weights, component);
      const worst = Math.abs(max.value) >= Math.abs(min.value) ? max : min;
      return `${show(worst.value, component)} ${strength[worst.by].combination.label}`;
    };
    return [model.members[id]?.label ?? id, ...forceComponents.map(cell)];
  });
  const [force, moment] = [unitLabel('force', units), unitLabel('moment', units)];
  const reactionRows = solution.nodeIds.flatMap((id, i) => {
    if (!model.nodes[id].support) return [];
    const range = (direction: number) => {
      const values = strength.map(({ state }) => state.reactions[6 * i + direction]);
      return `${formatValue(Math.min(...values), 'force', units)} … ${formatValue(Math.max(...values), 'force', units)}`;
    };
    return [[id, range(0), range(1), range(2)]];
  });
  return [
    paragraph(
      'The largest internal force of each kind over all strength combinations, exact along the member, with the combination it comes from.',
    ),
    table(
      [
        'Member',
        ...forceComponents.map((component) => number(component, kindOf(component) === 'force' ? force : moment)),
      ],
      rows,
    ),
    heading('Reactions, strength combinations'),
    table(['Node', number('Rx', force), number('Ry', force), number('Rz', force)], reactionRows),
  ];
}

function checkBlocks(model: Model, members: readonly MemberChecks[]): Block[] {
  const made = members
    .filter((one) => one.governing)
    .sort((a, b) => b.governing!.utilisation - a.governing!.utilisation);
  const counted = verdicts
    .map((verdict) => `${members.filter((one) => one.verdict === verdict).length} ${verdictWords[verdict]}`)
    .join(', ');
  const blocks: Block[] = [
    paragraph(
      `Of ${count(members.length, 'member')}: ${counted}, by the set of combinations for strength. Open: nothing made is above 1.00, but something the member needs was not made.${made.some((one) => one.code === 'AISC 360-22') ? ` ${stabilityRemark(model)}` : ''}`,
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

function sheetBlocks(model: Model, members: readonly MemberChecks[]): Block[] {
  if (members.length === 0) return [];
  const { units } = model.settings;
  return members.flatMap(({ memberId, code, checks, verdict }): Block[] => {
    const member = model.members[memberId];
    const section = member.section === null ? '' : model.sections[member.section].name;
    const material = member.material === null ? '' : model.materials[member.material].name;
    const skippedRows = checks.flatMap((check) =>
      check.made ? [] : [[check.clause, check.title, `${check.needed ? 'Needed. ' : ''}${check.reason}`]],
    );
    return [
      heading(
        `${member.label ?? memberId}: ${member.role}, ${section}, ${material}${code ? `, ${code}` : ''}: ${verdict}`,
      ),
      ...checks.flatMap((check): Block[] => {
        if (!check.made) return [];
        const sheet = new Sheet();
        check.trace(sheet);
        const combination = Object.values(model.combinations).find((one) => one.label === check.combination);
        return [
          {
            kind: 'sheet',
            title: check.title,
            clause: check.clause,
            remarks: sheet.remarks,
            lines: sheet.steps.map((step) => setStep(step, units)),
            comparison: sheet.comparison && setStep(sheet.comparison, units),
            state: `${check.combination}: ${combination ? combinationFormula(model, combination) : ''}, at x = ${formatQuantity(check.x, 'length', units, 2)}`,
            verdict: `${formatNumber(check.utilisation, 2)} ${check.utilisation > 1 ? '> 1, does not hold' : '≤ 1, holds'}`,
            holds: check.utilisation <= 1,
          },
        ];
      }),
      ...(skippedRows.length > 0 ? [heading('Not made'), table(['Clause', 'Check', 'Why'], skippedRows)] : []),
    ];
  });
}
