export { worksheetFrom } from './basedOn';
export { acceptProposal, composeText, proposedMass, refuseProposal, settleOpen, withMass } from './decide';
export { addRebuildLine, editRebuildLine, mendOriginalLine, moveRebuildLine, removeRebuildLine, restoreLine } from './edit';
export { type LiquidBalance, liquidBalance, UNNOTICED_STEPS } from './liquid';
export { type Candidate, candidatesFor, openSwap, type Opened, proposalWords } from './propose';
export { type SideChange, standInMass, type StandIn, type SwapRule } from './rule';
export { takeAll } from './takeAll';
export { type Decision, freshId, type Pair, type PairedPart, pairLines, type Proposal, type ProposalAction, startWorksheet, type Worksheet } from './worksheet';
