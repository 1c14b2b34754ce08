/**
 * An amount with its currency, no cents where there are none: `$640`, `$12.50`.
 * @param currency ISO 4217 code, for example `USD`
 */
export const formatMoney = (amount: number, currency: string): string =>
  new Intl.NumberFormat('en-US', {
    style: 'currency',
    currency,
    currencyDisplay: 'narrowSymbol',
    minimumFractionDigits: Number.isInteger(amount) ? 0 : 2,
  }).format(amount)
