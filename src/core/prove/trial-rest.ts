/** The trial in which nothing may sound: it is scored in notes a minute, not in shares. */
export const REST_TRIAL = 'rest';
