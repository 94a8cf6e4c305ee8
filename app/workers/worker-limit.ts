/** With more members than this, diagrams are made in the worker and their cases integrated ahead of need. */
export const membersForWorker = 1500;
