import { readRecordCsv } from './index';

const problem = (text: string, unit?: string) => {
  const read = readRecordCsv(text, unit);
  return read.ok ? 'read' : read.problem;
};

test('two columns of time and acceleration, with a heading, in any unit', () => {
  expect(readRecordCsv('time, acceleration\n0, 0\n0.02, 0.1\n0.04, -0.2\n', 'g')).toEqual({
    ok: true,
    record: { timeStep: 0.02, accelerations: [0, 0.980665, -1.96133] },
  });
  expect(readRecordCsv('0;0\r\n0.5;100\r\n', 'gal')).toEqual({
    ok: true,
    record: { timeStep: 0.5, accelerations: [0, 1] },
  });
});

test('one column with its time step before', () => {
  expect(readRecordCsv('# dt = 0.005\n1\n-2e-1\n\n0.5')).toEqual({
    ok: true,
    record: { timeStep: 0.005, accelerations: [1, -0.2, 0.5] },
  });
});

test('what cannot be a record is refused with its line and a remedy', () => {
  expect(problem('1\n2\n3')).toMatch(/needs a line “dt = 0.01”/);
  expect(problem('0,1\n0.1,2\n0.5,3')).toMatch(/even steps: number 2 stands at 0\.1 s. Resample/);
  expect(problem('dt=0.01\n1\nx2')).toMatch(/two accelerations|Line 3/);
  expect(problem('dt=0.01\n1\n2,3')).toMatch(/Line 3 has 2 numbers, the lines before have 1/);
  expect(problem('dt=0.01\n1,2,3')).toMatch(/Line 2 is not one or two numbers/);
  expect(problem('dt=-1\n1\n2')).toMatch(/time step of -1 s/);
  expect(problem('')).toMatch(/two accelerations/);
  expect(problem('dt=0.01\n1\n2', 'ft/s2')).toMatch(/not a unit of acceleration/);
});
