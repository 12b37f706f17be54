/** "in 12 days", "today", "3 days ago". @param days until it is due; negative where that is past */
export const dueWords = (days: number): string =>
  days < -1
    ? `${-days} days ago`
    : days === -1
      ? 'yesterday'
      : days === 0
        ? 'today'
        : days === 1
          ? 'tomorrow'
          : `in ${days} days`;
