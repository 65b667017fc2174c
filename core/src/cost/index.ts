export { pricePer100g, pricePer100gProtein } from './price';
export { inOrderOfUse, SOON_DAYS, type StockItem, useBy, type UseBy } from './stock';
