export { bundled, isBundle, type Bundle } from './bundles';
export { acceptedFindings, allFindings, findingsInModel, openFindings } from './gather';
