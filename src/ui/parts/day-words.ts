const DAY = new Intl.DateTimeFormat('en-GB', {
  weekday: 'long',
  day: 'numeric',
  month: 'long',
  year: 'numeric',
});
const TIME = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

/** "Tuesday 1 December 2026". @param at ISO 8601 */
export const dayOf = (at: string): string => DAY.format(new Date(at));

/** "14:05". @param at ISO 8601 */
export const timeOf = (at: string): string => TIME.format(new Date(at));
