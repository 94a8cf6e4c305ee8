import type { DeepRule } from '../../doors/checks/beams/deep-statement';

/** 5.3.1(3): a beam spans three times its depth at least; J.3: corbels. */
export const enDeep: DeepRule = {
  clause: '5.3.1(3)',
  spanOf: ({ length }) => length,
  called: 'span',
  times: 3,
  countsAtLimit: false,
  bracketClause: 'J.3',
};
