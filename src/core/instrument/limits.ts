/** Controllers and pressure of one sensor, and notes of one sensor: the board counts each in eight bits (cheir_input). */
export const MOST_VOICES_A_SENSOR = 255;
