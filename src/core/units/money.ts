/** Shows whole cents in a currency (ISO 4217) as people write it: "£46.50"; a code nobody knows stands before the number. */
export function showMoney(cents: number, currency: string): string {
  try {
    return new Intl.NumberFormat('en-GB', { style: 'currency', currency }).format(cents / 100);
  } catch {
    return `${currency} ${(cents / 100).toFixed(2)}`;
  }
}

/** Currencies a house may reckon in: those in use, by their codes. */
export const CURRENCIES = [
  'EUR',
  'GBP',
  'USD',
  'AUD',
  'CAD',
  'CHF',
  'CZK',
  'DKK',
  'ISK',
  'JPY',
  'NOK',
  'NZD',
  'PLN',
  'SEK',
  'ZAR'
] as const;
