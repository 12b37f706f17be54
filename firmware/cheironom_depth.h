/* Keys whose depth is read: struck past one depth, as fast as they came from another; src/core/engine/blocks/depth.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_DEPTH_H
#define CHEIRONOM_DEPTH_H

#include "cheironom_stroke.h"

/* From here on a stroke is as slow as the slowest, units of 4 us. */
#define DEPTH_SLOWEST_TIME 0x8000u

/* Units of 4 us. */
static uint16_t depth_clock(void)
{
    return (uint16_t)(frame_us >> 2);
}

/* When a depth was passed since the frame before, straight between both. */
static OUT_OF_LINE uint16_t depth_passed_at(uint16_t before, uint16_t now, uint16_t at)
{
    uint16_t left = 0;
    if (before < at)
        left = (uint16_t)(((uint32_t)now_step * (uint16_t)(ONE - share_within((uint16_t)(at - before), (uint16_t)(now - before)))) >> 15);
    return (uint16_t)(depth_clock() - left);
}

static void depth_end(const cheir_depth_bank *bank, cheir_depth_state *key, uint8_t lane)
{
    if (!key->sounding) return;
    key->sounding = 0;
    gate_closes(U8(bank->listener), U8(bank->listeners), lane);
}

static OUT_OF_LINE void depth_strike(const cheir_depth_bank *bank, const cheir_depth *own, cheir_depth_state *key, uint8_t lane, uint16_t at)
{
    uint16_t time = key->stage == CHEIR_DEPTH_SLOW ? MOST_TIME : (uint16_t)(at - key->since);
    key->stage = CHEIR_DEPTH_STRUCK;
    depth_end(bank, key, lane);
    key->sounding = 1;
    gate_opens(U8(bank->listener), U8(bank->listeners), lane,
               stroke_strength(&bank->scale, U16(own->slowest), U16(own->answers), time));
}

/* A key that lies where it begins sleeps until its counts leave there. */
static void depth_set_band(const cheir_depth *own, cheir_depth_state *key)
{
    uint16_t rest = U16(own->rest), asleep = U16(own->asleep);
    key->low = 1;
    key->high = 0;
    if (key->stage != CHEIR_DEPTH_UP || key->before || key->sounding) return;
    if (U8(own->below)) {
        key->low = rest >= asleep ? (uint16_t)(rest - asleep + 1u) : 0;
        key->high = 65535u;
    } else {
        key->low = 0;
        key->high = (uint32_t)rest + asleep > 65535ul ? 65535u : (uint16_t)(rest + asleep - 1u);
    }
}

/* A key that does not lie where it begins. */
static OUT_OF_LINE void depth_play(const cheir_depth_bank *bank, const cheir_depth *own, cheir_depth_state *key, uint8_t lane, uint16_t distance)
{
    uint16_t before = key->before, rearm = U16(bank->rearm), damper = U16(bank->damper), now = 0;
    if (distance >= U16(own->asleep)) now = mapped(U16(own->table), share_of(&own->scale, distance));
    key->before = now;
    if (key->stage == CHEIR_DEPTH_MUTED && now < damper) key->stage = CHEIR_DEPTH_UP;
    if (key->stage == CHEIR_DEPTH_UP && now >= rearm) {
        key->stage = CHEIR_DEPTH_BEGUN;
        key->since = depth_passed_at(before, now, rearm);
    }
    if (key->stage == CHEIR_DEPTH_BEGUN || key->stage == CHEIR_DEPTH_SLOW) {
        if (now < rearm) key->stage = CHEIR_DEPTH_UP;
        else {
            if (now_step == MOST_STEP || (uint16_t)(depth_clock() - key->since) >= DEPTH_SLOWEST_TIME) key->stage = CHEIR_DEPTH_SLOW;
            if (now >= U16(bank->strike)) depth_strike(bank, own, key, lane, depth_passed_at(before, now, U16(bank->strike)));
        }
    }
    if (key->stage == CHEIR_DEPTH_STRUCK && now < rearm) key->stage = CHEIR_DEPTH_UP;
    if (now < damper) depth_end(bank, key, lane);
    depth_set_band(own, key);
}

static OUT_OF_LINE void depth_wake(const cheir_depth_bank *bank, cheir_depth_state *key, uint8_t lane, uint16_t count)
{
    const cheir_depth *own = &IMAGE(depths)[(uint8_t)(U8(bank->lane) + lane)];
    uint16_t rest = U16(own->rest);
    uint16_t distance;
    if (U8(own->below)) distance = rest > count ? (uint16_t)(rest - count) : 0;
    else distance = count > rest ? (uint16_t)(count - rest) : 0;
    depth_play(bank, own, key, lane, distance);
}

static void depth_frame(void)
{
    uint8_t i, lane;
    for (i = 0; i != COUNT(depth_banks); i++) {
        const cheir_depth_bank *bank = &IMAGE(depth_banks)[i];
        cheir_depth_state *key = &STATE(depths)[U8(bank->lane)];
        uint8_t lanes = U8(bank->lanes);
        for (lane = 0; lane != lanes; lane++, key++) {
            uint16_t count = now_counts[key->column];
            if (count < key->low || count > key->high) depth_wake(bank, key, lane, count);
        }
    }
}

/* What sounds ends, and is mute until it has been let go. */
static void depth_silence(void)
{
    uint8_t i, lane;
    for (i = 0; i != COUNT(depth_banks); i++) {
        const cheir_depth_bank *bank = &IMAGE(depth_banks)[i];
        for (lane = 0; lane != U8(bank->lanes); lane++) {
            cheir_depth_state *key = &STATE(depths)[(uint8_t)(U8(bank->lane) + lane)];
            if (!key->sounding) continue;
            depth_end(bank, key, lane);
            key->stage = CHEIR_DEPTH_MUTED;
            key->low = 1;
            key->high = 0;
        }
    }
}

static void depth_expire(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(depths); i++)
        if (STATE(depths)[i].stage == CHEIR_DEPTH_BEGUN) STATE(depths)[i].stage = CHEIR_DEPTH_SLOW;
}

static void depth_start(void)
{
    static const cheir_depth_state held = {0, 0, 1, 0, CHEIR_DEPTH_MUTED, 0, 0, 0};
    uint8_t i;
    for (i = 0; i != COUNT(depths); i++) {
        STATE(depths)[i] = held;
        STATE(depths)[i].column = U8(IMAGE(depths)[i].column);
    }
}

#if CHEIR_SETTABLE
/* Where it sleeps is found anew. */
static inline void depth_changed(uint8_t i, const cheir_depth *before)
{
    (void)before;
    STATE(depths)[i].low = 1;
    STATE(depths)[i].high = 0;
}

static inline uint8_t depth_is_sound(const cheir_depth *next, const cheir_depth *now, uint16_t tables, uint16_t stairs)
{
    (void)now, (void)stairs;
    return is_table(next->table, tables) && is_table(next->answers, tables);
}
#endif
CHANGES_BY_ITSELF(depth_bank)
ALWAYS_SOUND(depth_bank)

#endif
