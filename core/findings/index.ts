export { acceptedFindings, allFindings, findingsInModel, openFindings } from './gather';
