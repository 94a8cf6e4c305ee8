import { drawLabels, type Label, type LabelBox } from './labels';

/** A drawing surface of 400 × 300 that remembers what was written where; a letter is 6 pixels wide. */
function surface() {
  const written: { text: string; x: number; y: number }[] = [];
  const lines: [number, number][] = [];
  const context = {
    canvas: { clientWidth: 400, clientHeight: 300 },
    font: '',
    fillStyle: '',
    strokeStyle: '',
    lineWidth: 1,
    lineJoin: '',
    textAlign: '',
    textBaseline: '',
    measureText: (text: string) => ({ width: 6 * text.length }),
    strokeText: () => undefined,
    fillText: (text: string, x: number, y: number) => written.push({ text, x, y }),
    beginPath: () => undefined,
    moveTo: () => undefined,
    lineTo: (x: number, y: number) => lines.push([x, y]),
    stroke: () => undefined,
  };
  return { context: context as unknown as CanvasRenderingContext2D, written, lines };
}
const label = (text: string, x: number, y: number, weight = 1): Label => ({
  text,
  x,
  y,
  weight,
  color: '#000000',
  key: text,
});
const overlap = (a: LabelBox, b: LabelBox) =>
  a.left < b.right && a.right > b.left && a.top < b.bottom && a.bottom > b.top;

test('values at one place go round it, none over another, the weightiest first; those without room are left out', () => {
  const { context, written } = surface();
  const boxes: LabelBox[] = [];
  drawLabels(
    context,
    Array.from({ length: 20 }, (_, i) => label(`v${i}`, 200, 150, i)),
    [],
    {},
    boxes,
  );
  expect(written[0].text).toBe('v19');
  expect(boxes.length).toBeGreaterThan(1);
  expect(boxes.length).toBeLessThan(20);
  for (const a of boxes) for (const b of boxes) if (a !== b) expect(overlap(a, b)).toBe(false);
});

test('a dragged value stands where it was put, tied to its place by a line, and the others make room', () => {
  const { context, written, lines } = surface();
  const boxes: LabelBox[] = [];
  drawLabels(
    context,
    [label('dragged', 200, 150, 0.1), label('heavy', 240, 120, 9)],
    [],
    { dragged: [40, -14] },
    boxes,
  );
  const own = written.find((one) => one.text === 'dragged')!;
  expect([own.x, own.y]).toEqual([240, 150 - 13 - 14]);
  expect(lines).toHaveLength(1);
  expect(overlap(boxes[0], boxes[1])).toBe(false);
  expect(boxes.map((box) => box.key)).toEqual(['dragged', 'heavy']);
});

test('what stands on the surface already is kept clear', () => {
  const { context } = surface();
  const boxes: LabelBox[] = [{ left: 150, right: 250, top: 120, bottom: 149 }];
  drawLabels(context, [label('value', 200, 150)], [], {}, boxes);
  expect(boxes).toHaveLength(2);
  expect(overlap(boxes[0], boxes[1])).toBe(false);
});
