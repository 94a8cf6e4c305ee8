export { formatName, formatVersion, modelFile, modelJsonSchema, readModelFile, writeModelFile, type ReadModel } from './model-file';
export { checksData, findingsData, resultsData } from './results-file';
