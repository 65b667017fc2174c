export { betterClass, type ClassClues, type ClassGuess, guessClass, classOf, classOfBalance, type ClassTables, misfitOf, outside, styleOf } from './classFit';
export { COLD_FIGURES, type ColdBand, type ColdFigure, type ColdStyle, ROLE_OF_FIGURE } from './coldStyle';
export { ledgerOf, type LedgerRow, type Liking, type WantedBand, wantedBand } from './ledger';
export { type Band, DONE_LOOKS, type DoneLook, type ProductClass, type ProteinLimit } from './productClass';
export { heatOf, heatTold, isEatenUnheated, ovenInShort } from './methodHeat';
export { overProtein, type OverLimit } from './proteinLimit';
