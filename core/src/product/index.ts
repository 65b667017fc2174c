export { betterClass, classOf, classOfTitle, misfitOf, outside } from './classFit';
export { ledgerOf, type LedgerRow, type WantedBand, wantedBand } from './ledger';
export { type Band, type ProductClass, type ProteinLimit } from './productClass';
export { overProtein, type OverLimit } from './proteinLimit';
