/** Projects on one page of the list. */
export const rowsPerPage = 16;
