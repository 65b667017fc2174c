export { cheapestProtein, type ProteinOffer } from './cheapestProtein';
export { type PackToBuy, shoppingList, type ShoppingEntry, type ToBake } from './shopping';
export { type OwnFormula, type Use, type UsesUp, usingUp } from './useUp';
