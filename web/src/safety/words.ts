import { said, type Shown } from '../ui/said';

/** The words of this folder's pages: another language is another table of these. */
export const SAY = {
  backToTheBench: 'Back to the bench',
  fellmistShowsACautionWhere: (a: Shown) => said`${a} Fellmist shows a caution where a formula calls for it; here they all are.`,
  fetchingTheCautions: 'Fetching the cautions…',
  safety: 'Safety',
  toTheShelf: 'To the shelf',
};
