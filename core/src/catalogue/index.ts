/** Data sheets, price lists, voltage classes. The door of this room: what other packages use of it. */
export { CATALOGUE_CURRENCY } from './catalogue.ts'
export { itemFromLabelCells, LABEL_FIELDS } from './from-label.ts'
export { cellsOf, type ItemCells, idOf, itemFromCells, keptItem, parseItem } from './item-text.ts'
export { changedItems, itemsOf, sheetsOfItsOwn } from './kept-items.ts'
export { type PriceList, parsePriceList, pricedBy } from './price-list.ts'
export { fieldsOf, KIND_NAME, type SheetField } from './sheet-fields.ts'
export type { CatalogueInForce, StoredItem, StoredPriceList } from './stored.ts'
export { isBareLithiumCell } from './voltage-class.ts'
