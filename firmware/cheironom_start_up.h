/* Rest at power-up; src/core/engine/start-up.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_START_UP_H
#define CHEIRONOM_START_UP_H

/* A move of rest under this share of "off" is not told from noise by 27 samples; a quarter, as a shift. */
#define TOLD_SHIFT 2

static uint16_t middle_of(uint16_t a, uint16_t b, uint16_t c)
{
    if (a > b) return b > c ? b : a < c ? a : c;
    return a > c ? a : b < c ? b : c;
}

/*
 * Adds a sample to a median of 27 that keeps six of them: medians of three medians of three medians of three
 * (Rousseeuw & Bassett, "The Remedian", J. Am. Stat. Assoc. 85, 1990). Returns 1 once *sample is the median.
 */
static uint8_t remedian(cheir_zero *zero, uint16_t *sample)
{
    uint16_t *waiting = zero->waiting;
    uint8_t shift;
    for (shift = 0; shift < 6; shift = (uint8_t)(shift + 2), waiting += 2) {
        uint8_t digit = (uint8_t)((zero->digits >> shift) & 3u);
        if (digit < 2) {
            waiting[digit] = *sample;
            zero->digits = (uint8_t)(zero->digits + (1u << shift));
            return 0;
        }
        *sample = middle_of(waiting[0], waiting[1], *sample);
        zero->digits = (uint8_t)(zero->digits & ~(3u << shift));
    }
    return 1;
}

static uint16_t lesser(uint16_t a, uint16_t b)
{
    return a < b ? a : b;
}

/*
 * Power-up of one input: rest is taken anew from a median of 27 samples while nothing moves. It is moved by no more than
 * "off", and never while a gate is open; where that would leave it so far from where it was calibrated that a note could
 * not end, gates are mute until the level falls below "off". Returns whether the input plays this frame.
 */
static OUT_OF_LINE uint8_t start_up(const cheir_input *input, cheir_zero *zero, uint16_t count)
{
    uint16_t still = lesser(input->side[0].on, input->side[1].on);
    uint16_t off = lesser(input->side[0].off, input->side[1].off);
    uint16_t distance, by;
    uint8_t k;
    if (zero->digits == 0) zero->first = count;
    if ((count > zero->first ? count - zero->first : zero->first - count) >= still) {
        zero->digits = 0;
        zero->awake = 1;
        return 1;
    }
    if (!remedian(zero, &count)) return zero->awake;
    distance = (uint16_t)(count > input->rest ? count - input->rest : input->rest - count);
    by = lesser(distance, off);
    if ((uint16_t)(distance - by) >= off) {
        if (!zero->awake)
            for (k = 0; k < input->gates; k++) input->gate_state[k].stage = MUTED;
    } else if (all_gates_closed(input)) {
        if (distance > (off >> TOLD_SHIFT)) zero->shift = (int16_t)(count < input->rest ? -(int16_t)by : (int16_t)by);
        zero->done = 1;
    }
    zero->awake = 1;
    return 1;
}

/* A count as it would be with rest where it was calibrated. */
static inline uint16_t shifted(uint16_t count, int16_t shift)
{
    uint16_t moved = (uint16_t)(count - (uint16_t)shift);
    if (shift == 0) return count;
    if (shift > 0) return count < (uint16_t)shift ? 0 : moved;
    return moved < count ? 65535u : moved;
}

#endif
