/** The words of this folder's pages: another language is another table of these. */
export const SAY = {
  theWorkStopped: 'The work stopped.',
};
