export { gravity, loadsByCase, ownWeight, type CaseLoads, type MemberTerm } from './member-terms';
