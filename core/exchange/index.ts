export {
  formatName,
  formatVersion,
  modelFile,
  modelJsonSchema,
  readModelFile,
  writeModelFile,
  type ReadModel,
} from './model-file';
export { checksData, findingsData, resultsData } from './results-file';
export { analysesData } from './analysis-file';
export { accelerationUnits, readRecordCsv, type GroundRecord, type ReadRecord } from './record-csv';
export { packBinary, unpackBinary } from './binary';
export { solutionBlocks, solutionOf, type SolutionBlock } from './solution-blocks';
export { deepestNesting, nestingOf, readForeignJson, unprintableIn } from './foreign-text';
