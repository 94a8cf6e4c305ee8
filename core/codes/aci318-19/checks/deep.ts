import type { DeepRule } from '../../doors/checks/beams/deep-statement';

/** 9.9.1.1(a): a clear span of no more than four times the depth; 16.5.1.1: brackets. */
export const aciDeep: DeepRule = {
  clause: '9.9',
  spanOf: ({ clear }) => clear,
  called: 'clear span',
  times: 4,
  countsAtLimit: true,
  bracketClause: '16.5',
};
