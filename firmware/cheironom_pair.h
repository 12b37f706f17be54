/* Keys with two contacts: the time from one to the other tells how hard; src/core/engine/blocks/pair.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_PAIR_H
#define CHEIRONOM_PAIR_H

#include "cheironom_stroke.h"

/* What a key has seen: its contacts that have left their rest, and bits 2 and 3 of the us of its time. */
#define PAIR_FIRST 1u
#define PAIR_SECOND 2u
#define PAIR_FINE 12u
#define PAIR_UNMEASURED 2u
/* From here on a stroke is as slow as the slowest, ticks. */
#define PAIR_SLOWEST_TICKS 0x3fffu

/* The key at hand, its bank and what waits there: every edge is of one. */
static const cheir_pair_bank *pair_bank;
static cheir_pair_bank_state *pair_own;
static cheir_pair_state *pair_key;
static uint8_t pair_lane;

static void pair_take_up(uint8_t index, uint8_t lane)
{
    pair_bank = &IMAGE(pair_banks)[index];
    pair_own = &STATE(pair_banks)[index];
    pair_lane = lane;
    pair_key = &STATE(pairs)[(uint8_t)(U8(pair_bank->lane) + lane)];
}

/* Where the debounce of the key still runs. */
static uint8_t pair_bounces(void)
{
    return (uint16_t)(now_t - pair_key->changed) < U16(pair_bank->debounce_ticks);
}

static void pair_closes(void)
{
    gate_closes(U8(pair_bank->listener), U8(pair_bank->listeners), pair_lane);
}

static void pair_release(void)
{
    pair_key->stage = CHEIR_PAIR_RELEASED;
    pair_key->changed = now_t;
}

/* Now, to 4 us. */
static void pair_stamp(void)
{
    pair_key->since = now_t;
    pair_key->seen = (uint8_t)((pair_key->seen & (uint8_t)~PAIR_FINE) | ((uint8_t)STATE(engine).last_us & PAIR_FINE));
}

/* From here on the second contact can strike again, by choice. */
static void pair_lift(void)
{
    if (!U8(pair_bank->restrikes)) return;
    pair_key->stage = CHEIR_PAIR_LIFTED;
    pair_stamp();
}

/* What bounced was no stroke yet. */
static void pair_undelay(void)
{
    pair_key->stage = CHEIR_PAIR_RELEASED;
    pair_own->waiting--;
}

/* Time of a stroke since its stamp, units of 4 us. */
static OUT_OF_LINE uint16_t pair_time(void)
{
    uint16_t time = (uint16_t)(now_t - pair_key->since);
    if (pair_key->stage == CHEIR_PAIR_SLOW || time >= PAIR_SLOWEST_TICKS) return MOST_TIME;
    time = (uint16_t)(time << 2);
    time = (uint16_t)(time + (uint8_t)((uint8_t)((uint8_t)STATE(engine).last_us & PAIR_FINE) >> 2));
    return (uint16_t)(time - (uint8_t)((pair_key->seen & PAIR_FINE) >> 2));
}

/* A note begins; one that is struck at power-up is mute until its key has been let go. */
static OUT_OF_LINE void pair_strike(uint16_t time)
{
    const cheir_pair *pair = &IMAGE(pairs)[(uint8_t)(U8(pair_bank->lane) + pair_lane)];
    if (STATE(engine).discard > 0) {
        pair_key->stage = CHEIR_PAIR_MUTED;
        return;
    }
    pair_key->stage = CHEIR_PAIR_SOUNDING;
    pair_key->changed = now_t;
    gate_opens(U8(pair_bank->listener), U8(pair_bank->listeners), pair_lane,
               stroke_strength(&pair_bank->scale, U16(pair->slowest), U16(pair->table), time));
}

/* A stroke begins, unless its contact bounces. */
static void pair_first_leaves(void)
{
    switch (pair_key->stage) {
    case CHEIR_PAIR_CROSSED:
        if (!pair_bounces()) break;
        pair_strike(0);
        return;
    case CHEIR_PAIR_BEGUN:
        if (!pair_bounces()) break;
        return;
    case CHEIR_PAIR_RELEASED:
        /* What leaves last before the debounce is over has begun the stroke. */
        if (!pair_bounces()) break;
        pair_stamp();
        return;
    case CHEIR_PAIR_ENDING:
        pair_key->stage = CHEIR_PAIR_SOUNDING;
        pair_own->waiting--;
        if (!(pair_key->seen & PAIR_SECOND)) pair_lift();
        return;
    case CHEIR_PAIR_UP:
        break;
    default:
        return;
    }
    pair_key->stage = CHEIR_PAIR_BEGUN;
    pair_stamp();
    /* Until it has come back there is nothing that bounces. */
    pair_key->changed = LONG_AGO;
}

/* The key is let go, unless its contact bounces. */
static void pair_first_returns(void)
{
    switch (pair_key->stage) {
    case CHEIR_PAIR_BEGUN:
        pair_key->changed = now_t;
        if ((uint16_t)(now_t - pair_key->since) < U16(pair_bank->debounce_ticks)) return;
        break;
    case CHEIR_PAIR_SOUNDING:
    case CHEIR_PAIR_LIFTED:
        if (pair_bounces()) {
            pair_key->stage = CHEIR_PAIR_ENDING;
            pair_own->waiting++;
            return;
        }
        pair_closes();
        break;
    case CHEIR_PAIR_DELAYED:
        pair_undelay();
        return;
    case CHEIR_PAIR_SLOW:
    case CHEIR_PAIR_MUTED:
        break;
    default:
        return;
    }
    pair_release();
}

static void pair_second_leaves(void)
{
    uint8_t down = pair_key->seen & PAIR_FIRST;
    switch (pair_key->stage) {
    case CHEIR_PAIR_BEGUN:
        if (!down && !pair_bounces()) break;
        pair_strike(pair_time());
        return;
    case CHEIR_PAIR_SLOW:
        pair_strike(pair_time());
        return;
    case CHEIR_PAIR_RELEASED:
        if (!down) break;
        if (!pair_bounces()) {
            pair_strike(pair_time());
            return;
        }
        pair_key->stage = CHEIR_PAIR_DELAYED;
        pair_own->waiting++;
        return;
    case CHEIR_PAIR_LIFTED:
        if ((uint16_t)(now_t - pair_key->since) < U16(pair_bank->debounce_ticks)) {
            pair_key->stage = CHEIR_PAIR_SOUNDING;
            return;
        }
        /* Up and down again: half of it was down. */
        pair_closes();
        pair_strike(pair_time() >> 1);
        return;
    case CHEIR_PAIR_UP:
    case CHEIR_PAIR_CROSSED:
        break;
    default:
        return;
    }
    pair_key->stage = CHEIR_PAIR_CROSSED;
    pair_key->changed = now_t;
}

static void pair_second_returns(void)
{
    if (pair_key->stage == CHEIR_PAIR_CROSSED) pair_key->stage = CHEIR_PAIR_UP;
    else if (pair_key->stage == CHEIR_PAIR_DELAYED) pair_undelay();
    else if (pair_key->stage == CHEIR_PAIR_SOUNDING) pair_lift();
}

/* Takes an edge of a contact of a bank. What has not changed is none. */
static void pair_edge(uint8_t contact, uint8_t closed)
{
    uint8_t index;
    for (index = 0; index != COUNT(pair_banks); index++) {
        const cheir_pair_bank *bank = &IMAGE(pair_banks)[index];
        uint8_t place = (uint8_t)(contact - U8(bank->contact));
        const cheir_pair *pair;
        uint8_t order, bit, left;
        if (contact < U8(bank->contact) || (place >> 1) >= U8(bank->lanes)) continue;
        pair_take_up(index, place >> 1);
        pair = &IMAGE(pairs)[(uint8_t)(U8(bank->lane) + pair_lane)];
        order = U8(pair->order);
        if (order == PAIR_UNMEASURED) return;
        bit = ((place & 1u) ^ order) == 0 ? PAIR_FIRST : PAIR_SECOND;
        left = (closed != 0) != ((U8(pair->rests) & bit) != 0);
        if (left == ((pair_key->seen & bit) != 0)) return;
        pair_key->seen ^= bit;
        pair_own->timed = 1;
        if (bit == PAIR_FIRST) {
            if (left) pair_first_leaves();
            else pair_first_returns();
        } else if (left) pair_second_leaves();
        else pair_second_returns();
        return;
    }
}

/* So many keys at most begin or end in one frame; others wait for the next. */
#define PAIR_MOST_A_FRAME 4u

/* Plays a frame on the keys whose debounce may be over. Most often there is none. */
static void pair_frame(void)
{
    uint8_t index, lane;
    for (index = 0; index != COUNT(pair_banks); index++) {
        uint8_t left = PAIR_MOST_A_FRAME;
        if (!STATE(pair_banks)[index].waiting) continue;
        for (lane = 0; left > 0 && lane != U8(IMAGE(pair_banks)[index].lanes); lane++) {
            pair_take_up(index, lane);
            if (pair_key->stage != CHEIR_PAIR_ENDING && pair_key->stage != CHEIR_PAIR_DELAYED) continue;
            if (pair_bounces()) continue;
            left--;
            pair_own->waiting--;
            if (pair_key->stage == CHEIR_PAIR_DELAYED) pair_strike(pair_time());
            else {
                pair_release();
                pair_closes();
            }
        }
    }
}

/* What sounds ends, and is mute until its key has been let go. */
static void pair_silence(void)
{
    uint8_t index, lane;
    for (index = 0; index != COUNT(pair_banks); index++) {
        for (lane = 0; lane != U8(IMAGE(pair_banks)[index].lanes); lane++) {
            pair_take_up(index, lane);
            if (pair_key->stage == CHEIR_PAIR_ENDING) {
                pair_own->waiting--;
                pair_key->stage = CHEIR_PAIR_RELEASED;
            } else if (pair_key->stage == CHEIR_PAIR_SOUNDING || pair_key->stage == CHEIR_PAIR_LIFTED)
                pair_key->stage = CHEIR_PAIR_MUTED;
            else continue;
            pair_closes();
        }
    }
}

static void pair_expire(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(pairs); i++) {
        cheir_pair_state *key = &STATE(pairs)[i];
        key->since = key->changed = LONG_AGO;
        if (key->stage == CHEIR_PAIR_BEGUN && (key->seen & PAIR_FIRST)) key->stage = CHEIR_PAIR_SLOW;
    }
}

/* Ends what no edge has ended, before the clock has turned under it. What a key waits for may be an edge alone. */
static void pair_sweep_key(void)
{
    uint8_t stage = pair_key->stage;
    uint8_t down = pair_key->seen & PAIR_FIRST;
    uint8_t slow;
    if (stage == CHEIR_PAIR_UP || stage == CHEIR_PAIR_SLOW || stage == CHEIR_PAIR_SOUNDING || stage == CHEIR_PAIR_MUTED) return;
    slow = (uint16_t)(now_t - pair_key->since) >= PAIR_SLOWEST_TICKS;
    if (stage == CHEIR_PAIR_BEGUN && down) {
        if (slow) pair_key->stage = CHEIR_PAIR_SLOW;
    } else if (stage == CHEIR_PAIR_LIFTED) {
        if (slow) pair_key->since = (uint16_t)(now_t - PAIR_SLOWEST_TICKS);
    } else if ((stage == CHEIR_PAIR_BEGUN || stage == CHEIR_PAIR_RELEASED || stage == CHEIR_PAIR_CROSSED) && !pair_bounces())
        pair_key->stage = down && stage == CHEIR_PAIR_RELEASED ? CHEIR_PAIR_BEGUN : CHEIR_PAIR_UP;
    stage = pair_key->stage;
    if (stage != CHEIR_PAIR_UP && stage != CHEIR_PAIR_SLOW) pair_own->timed = 1;
}

static void pair_sweep(void)
{
    uint8_t index, lane;
    for (index = 0; index != COUNT(pair_banks); index++) {
        if (!STATE(pair_banks)[index].timed) continue;
        STATE(pair_banks)[index].timed = 0;
        for (lane = 0; lane != U8(IMAGE(pair_banks)[index].lanes); lane++) {
            pair_take_up(index, lane);
            pair_sweep_key();
        }
    }
}

static void pair_start(void)
{
    static const cheir_pair_state up = {0, 0, CHEIR_PAIR_UP, 0};
    uint8_t i;
    for (i = 0; i != COUNT(pair_banks); i++) STATE(pair_banks)[i].waiting = STATE(pair_banks)[i].timed = 0;
    for (i = 0; i != COUNT(pairs); i++) STATE(pairs)[i] = up;
}

#if CHEIR_SETTABLE
static inline uint8_t pair_is_sound(const cheir_pair *next, const cheir_pair *now, uint16_t tables, uint16_t stairs)
{
    (void)now, (void)stairs;
    return is_table(next->table, tables);
}
#endif
CHANGES_BY_ITSELF(pair)
CHANGES_BY_ITSELF(pair_bank)
ALWAYS_SOUND(pair_bank)

#endif
