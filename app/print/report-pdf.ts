import { createRequire } from 'node:module';
import pdfmake from 'pdfmake';
import type { Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces';
import type { Block, Report } from '~core/report';
import type { SetStep } from '~core/sheet';
import { formulaPicture } from './formula-svg';

const require = createRequire(import.meta.url);
const face = (weight: string) =>
  require.resolve(`@expo-google-fonts/commissioner/${weight}/Commissioner_${weight}.ttf`);

// formulas are pictures made here and the fonts are the app's own: nothing else may be read
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy((path: string) => path.endsWith('.ttf'));
pdfmake.addFonts({
  Commissioner: {
    normal: face('400Regular'),
    bold: face('600SemiBold'),
    italics: face('400Regular'),
    bolditalics: face('600SemiBold'),
  },
});

const ink = {
  text: '#161C23',
  second: '#434E59',
  third: '#5B6672',
  line: '#DCE2E8',
  over: '#C22F0A',
  ground: '#F1F4F6',
};
const formulaSize = 9.5;
/** Width of a page's text, points (A4 less margins). */
const textWidth = 595.28 - 2 * 42;
/** Columns of a sheet: clause, formula, result. */
const [clauseWidth, resultWidth] = [58, 96];

/** Makes the PDF of a report: first page with contents, then the chapters, each page numbered. */
export async function pdfOf(report: Report): Promise<Buffer> {
  return pdfmake.createPdf(layOut(report)).getBuffer();
}

function layOut(report: Report): TDocumentDefinitions {
  return {
    pageSize: 'A4',
    pageMargins: [42, 56, 42, 48],
    info: { title: `${report.title}, calculations` },
    defaultStyle: { font: 'Commissioner', fontSize: 8.5, lineHeight: 1.15, color: ink.text },
    header: (page: number) =>
      page === 1
        ? null
        : {
            columns: [
              { text: report.title, bold: true },
              {
                text: [
                  'Calculations',
                  ...report.titleBlock
                    .filter(([name]) => name === 'Number' || name === 'Made by')
                    .map(([, value]) => value),
                ].join(' · '),
                alignment: 'right',
                color: ink.third,
              },
            ],
            margin: [42, 28, 42, 0],
          },
    footer: (page: number, pages: number) => ({
      columns: [
        { text: 'Elbow', color: ink.third },
        { text: `${page} of ${pages}`, alignment: 'right', color: ink.third },
      ],
      margin: [42, 14, 42, 0],
    }),
    // a heading is not left alone at the foot of a page
    pageBreakBefore: (node, queries) => node.headlineLevel === 1 && queries.getFollowingNodesOnPage().length === 0,
    content: [
      { text: report.title, fontSize: 20, bold: true, margin: [0, 40, 0, 4] },
      { text: report.subtitle, color: ink.second, margin: [0, 0, 0, report.titleBlock.length > 0 ? 10 : 24] },
      ...(report.titleBlock.length > 0
        ? [
            {
              table: {
                body: report.titleBlock.map(([name, value]) => [
                  { text: name, color: ink.third },
                  { text: value, bold: true },
                ]),
              },
              layout: 'noBorders',
              margin: [0, 0, 0, 24],
            } satisfies Content,
          ]
        : []),
      {
        toc: {
          title: { text: 'Contents', bold: true, fontSize: 12, margin: [0, 0, 0, 6] },
          numberStyle: { bold: true },
        },
      },
      ...report.chapters.flatMap((chapter, i): Content[] => [
        {
          text: `${i + 1}  ${chapter.title}`,
          fontSize: 14,
          bold: true,
          tocItem: true,
          pageBreak: 'before',
          margin: [0, 0, 0, 8],
        },
        ...chapter.blocks.map((block) => setBlock(block)),
      ]),
    ],
  };
}

function setBlock(block: Block): Content {
  switch (block.kind) {
    case 'paragraph':
      return { text: block.text, margin: [0, 0, 0, 6] };
    case 'heading':
      return {
        text: block.text,
        bold: true,
        fontSize: 10.5,
        margin: [0, 8, 0, 4],
        headlineLevel: 1,
        tocItem: /^[^:]+: (?:beam|column|brace)/.test(block.text),
        tocMargin: [12, 0, 0, 0],
      };
    case 'table':
      return setTable(block);
    case 'sheet':
      return setSheet(block);
    case 'picture':
      return {
        unbreakable: true,
        margin: [0, 4, 0, 10],
        stack: [
          { text: block.title, bold: true, fontSize: 10.5, margin: [0, 0, 0, 3] },
          { svg: block.svg, width: Math.min(block.width, textWidth) },
        ],
      };
  }
}

function setTable({ columns, rows, note }: Extract<Block, { kind: 'table' }>): Content {
  const head: TableCell[] = columns.map((column) => ({
    text: column.title,
    bold: true,
    color: ink.second,
    alignment: column.numeric ? 'right' : 'left',
  }));
  const body: TableCell[][] = rows.map((row) =>
    row.map((cell, i): TableCell => ({ text: cell, alignment: columns[i]?.numeric ? 'right' : 'left' })),
  );
  if (rows.length === 0) return { text: 'none', color: ink.third, margin: [0, 0, 0, 6] };
  // long words stretch; columns of numbers take what they need
  const longest = columns.map((_, i) => Math.max(...rows.map((row) => row[i].length)));
  const widths = columns.map((column, i) => (column.numeric || longest[i] <= 14 ? 'auto' : '*'));
  return {
    margin: [0, 0, 0, 8],
    stack: [
      {
        table: { headerRows: 1, widths, body: [head, ...body] },
        fontSize: 8,
        layout: {
          hLineWidth: (i: number, node: { table: { body: unknown[] } }) =>
            i === 1 ? 0.8 : i === 0 || i === node.table.body.length ? 0 : 0.4,
          vLineWidth: () => 0,
          hLineColor: () => ink.line,
          paddingTop: () => 2,
          paddingBottom: () => 2,
          paddingLeft: () => 3,
          paddingRight: () => 3,
        },
      },
      ...(note
        ? [{ text: note, color: ink.third, fontSize: 7.5, margin: [0, 2, 0, 0] as [number, number, number, number] }]
        : []),
    ],
  };
}

/** A formula as wide as its column allows. */
function formula(tex: string, width: number, isResult = false): Content {
  const picture = formulaPicture(`\\displaystyle ${tex}`, formulaSize);
  return {
    svg: picture.svg,
    width: Math.min(picture.width, width),
    margin: [0, isResult ? 10 : 2, 0, 1],
    alignment: isResult ? 'right' : 'left',
  };
}

function setSheet({
  title,
  clause,
  state,
  remarks,
  lines,
  comparison,
  verdict,
  holds,
}: Extract<Block, { kind: 'sheet' }>): Content {
  const middle = textWidth - clauseWidth - resultWidth - 18;
  const row = (line: SetStep, result: Content, fill?: string): TableCell[] => [
    { text: line.clause, color: ink.third, fontSize: 7.5, ...(fill ? { fillColor: fill } : {}) },
    {
      stack: [
        { text: line.title, bold: true },
        formula(`${line.symbol} = ${line.formula}`, middle),
        ...(line.numbers ? [formula(`= ${line.numbers}`, middle)] : []),
        ...(line.note ? [{ text: line.note, color: ink.third, fontSize: 7.5 }] : []),
      ],
      ...(fill ? { fillColor: fill } : {}),
    },
    { stack: [result], ...(fill ? { fillColor: fill } : {}) },
  ];
  const value = (line: SetStep): Content => formula(`${line.symbol} = ${line.value}`, resultWidth - 6, true);
  // the heading is the table's first row, so that it never stands alone at the foot of a page and comes again overleaf
  const head: Content = {
    stack: [
      {
        text: [
          { text: `${title}  `, bold: true, fontSize: 9.5 },
          { text: clause, color: ink.third },
        ],
      },
      { text: state, color: ink.second },
      ...remarks.map((remark): Content => ({ text: remark, color: ink.third, fontSize: 7.5 })),
    ],
  };
  const body: TableCell[][] = [
    [{ ...head, colSpan: 3 } as TableCell, '', ''],
    ...lines.map((line) => row(line, value(line))),
  ];
  if (comparison)
    body.push(
      row(
        comparison,
        { text: verdict, bold: true, color: holds ? ink.text : ink.over, alignment: 'right' },
        ink.ground,
      ),
    );
  return {
    margin: [0, 2, 0, 10],
    stack: [
      {
        table: {
          widths: [clauseWidth, '*', resultWidth],
          body,
          dontBreakRows: true,
          headerRows: 1,
          keepWithHeaderRows: 1,
        },
        layout: {
          hLineWidth: () => 0.4,
          vLineWidth: () => 0,
          hLineColor: () => ink.line,
          paddingTop: () => 3,
          paddingBottom: () => 3,
          paddingLeft: () => 3,
          paddingRight: () => 3,
        },
      },
    ],
  };
}
