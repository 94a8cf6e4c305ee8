import type { Finding } from '../model';
import { bundled, isBundle } from './index';

const finding = (
  id: string,
  sentence: string,
  rule = 'suspected-unit',
  severity: Finding['severity'] = 'remark',
): Finding => ({
  key: id,
  rule,
  severity,
  sentence,
  why: 'A factor speaks of another unit.',
  place: { members: [id] },
});
const long = (i: number) =>
  finding(`m${i}`, `Member m${i} is ${1800 + i}.000 m long; members here are usually about 6.000 m.`);

test('three or more findings that differ only in their numbers are one, at the place of the first', () => {
  const other = finding('m9', 'Members m9 and m10 cross at (0.00, 1.00, 2.00) without a joint.', 'free-crossing');
  const listed = bundled([long(1), other, long(2), long(3)]);
  expect(listed).toHaveLength(2);
  expect(isBundle(listed[0]) && listed[0].findings.map((one) => one.key)).toEqual(['m1', 'm2', 'm3']);
  expect(listed[1]).toBe(other);
});

test('two stay apart, and so do rules and severities', () => {
  expect(bundled([long(1), long(2)])).toHaveLength(2);
  expect(bundled([long(1), long(2), { ...long(3), severity: 'stop' }, { ...long(4), rule: 'another' }])).toHaveLength(
    4,
  );
});

test('lists of any length say the same thing', () => {
  const passed = (nodes: string) =>
    finding(nodes, `Member m1 runs through nodes ${nodes} and is not joined there.`, 'passed-node');
  expect(bundled([passed('n1, n2'), passed('n4, n5, n6'), passed('n7, n8')])).toHaveLength(1);
});
