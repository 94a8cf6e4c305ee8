export { gravity, loadsByCase, ownWeight, termActions, type CaseLoads, type MemberTerm } from './member-terms';
export { loadWords, targetOf } from './load-words';
