export { worksheetFrom } from './basedOn';
export { aimOf } from './bounds';
export { adviceOf, asThickAsBefore, type RowAdvice } from './advice';
export { type Correction, correctionsFor } from './correct';
export { type Corrective, type SwapTables, NO_SWAP_TABLES } from './swapTables';
export { acceptProposal, composeText, proposedMass, refuseProposal, settleOpen, withMass } from './decide';
export {
  addRebuildLine,
  addRebuildPart,
  describeRebuildLine,
  describeRebuildPart,
  duplicateRebuildLine,
  editRebuildLine,
  mendOriginalLine,
  moveRebuildLine,
  placeRebuildLines,
  removeRebuildLine,
  removeRebuildPart,
  restoreLine,
} from './edit';
export { type Blend, isIntense, roleRatio, ruleByRoles } from './byRoles';
export { type Candidate, candidatesFor, rankCandidates, type RankedCandidate, strainsOf, strainWords } from './candidates';
export { openSwap, type Opened, proposalWords } from './propose';
export { type FoundRule, ruleFor, ruleForBlend } from './ruleFor';
export { limitOf, refusalOf, type SideChange, standInMass, type StandIn, STEP_PLACES, type StepPlace, type SwapBasis, type SwapRule } from './rule';
export { settleAll, type Settled, settleLiquid } from './settle';
export { askingRows, BALANCE_RULE, leaveRole, rowOf, type Standing, standingOf, type StandingRow, unrestOf } from './standing';
export { type Decision, freshId, type Pair, type PairedPart, pairLines, type Proposal, type ProposalAction, startWorksheet, withDiet, type Worksheet } from './worksheet';
