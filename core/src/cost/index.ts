export { pricePer100g, pricePer100gProtein, pricesPerGram } from './price';
export { inOrderOfUse, packsInStock, SOON_DAYS, type StockItem, useBy, type UseBy } from './stock';
export { type BatchCost, batchCost, type LineCost, priceOf, type PricesPerGram } from './batchCost';
export { readReceipt, type ReceiptGap, type ReceiptLine, type ReceiptRead } from './receipt';
