/** A number as a person reads it: three figures that count, thousands apart. */
export function numberWords(value: number): string {
  const size = Math.abs(value);
  if (size >= 1000) return Math.round(value).toLocaleString('en').replaceAll(',', ' ');
  if (size >= 100 || Number.isInteger(value)) return String(Math.round(value));
  if (size >= 10) return value.toFixed(1);
  return size >= 0.1 || size === 0 ? value.toFixed(2) : value.toPrecision(2);
}
