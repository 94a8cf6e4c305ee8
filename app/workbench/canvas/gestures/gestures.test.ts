import fc from 'fast-check';
import type { Effect, Point, Press } from './gesture';
import { cancelled, dragThreshold, idle, movedTo, pressed, released, type PointerState } from './machine';

const press = (change: Partial<Press> = {}): Press => ({
  x: 100,
  y: 100,
  button: 0,
  shift: false,
  alt: false,
  control: false,
  flat: false,
  picking: false,
  ...change,
});
const at = (x: number, y: number, change: Partial<Point> = {}): Point => ({
  x,
  y,
  shift: false,
  control: false,
  ...change,
});

/** What a press, the places the pointer went to, and letting go ask for. */
function gestureOf(first: Press, places: readonly Point[]): Effect[] {
  let { state } = pressed(idle, first);
  const effects: Effect[] = [];
  for (const place of places) {
    const step = movedTo(state, place);
    ({ state } = step);
    effects.push(...step.effects);
  }
  const last = released(state, places.at(-1) ?? { ...first });
  expect(last.state).toBe(idle);
  return [...effects, ...last.effects];
}

test('a press that is let go near where it was is a click, with what was held at the end', () => {
  expect(gestureOf(press(), [at(102, 101)])).toEqual([{ do: 'click', x: 102, y: 101, add: false, whole: false }]);
  expect(gestureOf(press(), [at(100, 100, { shift: true, control: true })])).toEqual([
    { do: 'click', x: 100, y: 100, add: true, whole: true },
  ]);
});

test('a handle of the chosen slab is dragged before anything else begins, and dropped where the system takes the pointer', () => {
  const on = press({ onHandle: true, chosenNode: 'n1' });
  expect(gestureOf(on, [at(120, 100), at(140, 110)]).map((effect) => effect.do)).toEqual([
    'reshape',
    'reshape',
    'put shape',
  ]);
  expect(gestureOf(on, [at(101, 100)])).toEqual([{ do: 'click', x: 101, y: 100, add: false, whole: false }]);
  const { state } = movedTo(pressed(idle, on).state, at(130, 100));
  expect(cancelled(state).effects).toEqual([{ do: 'drop shape' }]);
});

test('the left button draws a window: to the right what lies in it, to the left also what it touches; Shift adds', () => {
  const right = { left: 100, right: 180, top: 60, bottom: 100, touching: false };
  expect(gestureOf(press(), [at(140, 80), at(180, 60)])).toEqual([
    { do: 'draw window', window: { left: 100, right: 140, top: 80, bottom: 100, touching: false } },
    { do: 'draw window', window: right },
    { do: 'take window', window: right, add: false },
  ]);
  expect(gestureOf(press(), [at(60, 130, { shift: true })]).at(-1)).toEqual({
    do: 'take window',
    window: { left: 60, right: 100, top: 100, bottom: 130, touching: true },
    add: true,
  });
});

test('while points are picked, a click picks and a drag does nothing', () => {
  expect(gestureOf(press({ picking: true }), [])).toEqual([{ do: 'pick point', x: 100, y: 100 }]);
  expect(gestureOf(press({ picking: true }), [at(150, 150)])).toEqual([]);
});

test('the right button turns in space, slides in a plane and with Shift; the middle one slides always', () => {
  expect(gestureOf(press({ button: 2 }), [at(110, 95)])).toEqual([{ do: 'turn', dx: 10, dy: -5 }]);
  expect(gestureOf(press({ button: 0, alt: true }), [at(110, 95)])).toEqual([{ do: 'turn', dx: 10, dy: -5 }]);
  expect(gestureOf(press({ button: 2, flat: true }), [at(110, 95)])).toEqual([{ do: 'slide', dx: 10, dy: -5 }]);
  expect(gestureOf(press({ button: 2, shift: true }), [at(110, 95)])).toEqual([{ do: 'slide', dx: 10, dy: -5 }]);
  expect(gestureOf(press({ button: 1 }), [at(110, 95)])).toEqual([{ do: 'slide', dx: 10, dy: -5 }]);
});

test('a right click opens the menu, and ends what is being drawn; a middle click does nothing', () => {
  expect(gestureOf(press({ button: 2 }), [])).toEqual([{ do: 'open menu', x: 100, y: 100 }]);
  expect(gestureOf(press({ button: 2, flat: true, picking: true }), [])).toEqual([{ do: 'end drawing' }]);
  expect(gestureOf(press({ button: 1 }), [])).toEqual([]);
});

test('a chosen node is stretched and put where it is let go; not with Shift or Alt, and a click still chooses', () => {
  expect(gestureOf(press({ chosenNode: 'n4' }), [at(130, 100), at(140, 90)])).toEqual([
    { do: 'stretch', node: 'n4', x: 130, y: 100 },
    { do: 'stretch', node: 'n4', x: 140, y: 90 },
    { do: 'put', node: 'n4', x: 140, y: 90 },
  ]);
  expect(gestureOf(press({ chosenNode: 'n4' }), [])[0]).toMatchObject({ do: 'click' });
  expect(gestureOf(press({ chosenNode: 'n4', shift: true }), [at(140, 90)])[0]).toMatchObject({ do: 'draw window' });
  expect(gestureOf(press({ chosenNode: 'n4', alt: true }), [at(140, 90)])[0]).toMatchObject({ do: 'turn' });
});

test('a label follows the pointer', () => {
  expect(gestureOf(press({ label: 'm3 max' }), [at(110, 100), at(110, 120)])).toEqual([
    { do: 'move label', label: 'm3 max', dx: 10, dy: 0 },
    { do: 'move label', label: 'm3 max', dx: 0, dy: 20 },
  ]);
});

test('a pointer that is taken away does nothing and leaves nothing half drawn', () => {
  const dragged = movedTo(pressed(idle, press()).state, at(200, 200)).state;
  expect(cancelled(dragged)).toEqual({ state: idle, effects: [{ do: 'drop window' }] });
  const node = movedTo(pressed(idle, press({ chosenNode: 'n4' })).state, at(200, 200)).state;
  expect(cancelled(node).effects).toEqual([{ do: 'drop stretch' }]);
  expect(cancelled(idle)).toEqual({ state: idle, effects: [] });
});

test('a second button while one is held changes nothing', () => {
  const { state } = pressed(idle, press());
  expect(pressed(state, press({ button: 2 }))).toEqual({ state, effects: [] });
});

test('for any way of the pointer: nothing is asked before the threshold, what slides adds up, and it ends idle', () => {
  const place = fc.record({ x: fc.integer({ min: 0, max: 900 }), y: fc.integer({ min: 0, max: 700 }) });
  fc.assert(
    fc.property(fc.array(place, { maxLength: 12 }), fc.constantFrom(0, 1, 2), fc.boolean(), (places, button, flat) => {
      let state: PointerState = pressed(idle, press({ button, flat })).state;
      let [dx, dy] = [0, 0];
      for (const [i, { x, y }] of places.entries()) {
        const step = movedTo(state, at(x, y));
        const travelled = places.slice(0, i + 1).some((one) => Math.hypot(one.x - 100, one.y - 100) >= dragThreshold);
        expect(step.state.kind).toBe(travelled ? 'dragged' : 'pressed');
        if (!travelled) expect(step.effects).toEqual([]);
        for (const effect of step.effects)
          if (effect.do === 'slide' || effect.do === 'turn') [dx, dy] = [dx + effect.dx, dy + effect.dy];
        ({ state } = step);
      }
      const last = places.at(-1);
      if (state.kind === 'dragged' && button > 0) expect([dx, dy]).toEqual([last!.x - 100, last!.y - 100]);
      expect(released(state, at(last?.x ?? 100, last?.y ?? 100)).state).toBe(idle);
    }),
  );
});
