/* From a distance to a response, and from that to messages; src/core/engine/level.ts and send-level.ts are the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_LEVEL_H
#define CHEIRONOM_LEVEL_H

#define LSB_OFFSET 32u

/* The response at x counts past the dead zone and short of reach. */
static OUT_OF_LINE uint16_t response_within(const uint16_t *table, uint8_t table_bits, const cheir_scale *scale,
                                            uint16_t x)
{
    uint16_t share = share_below_span(scale, x);
    uint16_t y, rise;
    uint8_t fraction;
    table += share >> (15 - table_bits);
    share = (uint16_t)(share << 1);
    fraction = high((uint16_t)(share << table_bits));
    y = CHEIR_TABLE(table);
    rise = (uint16_t)(CHEIR_TABLE(table + 1) - y);
    y = (uint16_t)(y + product(high(rise), fraction));
    return (uint16_t)(y + high((uint16_t)(product(low(rise), fraction) + 128u)));
}

/* The response, Q15, where the input at hand lies. */
static OUT_OF_LINE uint16_t response_of(uint8_t table_bits, const cheir_input *input, const cheir_state *state)
{
    const cheir_side *side = state->side;
    const uint16_t *table = input->table;
    uint16_t distance = state->distance;
    uint16_t dead = side->dead;
    if (distance <= dead) return CHEIR_TABLE(table);
    distance = (uint16_t)(distance - dead);
    if (distance >= side->scale.span) return CHEIR_TABLE(table + ((uint16_t)1 << table_bits));
    return response_within(table, table_bits, &side->scale, distance);
}

static uint8_t *write_level(const cheir_level *level, uint16_t value, uint16_t sent, uint8_t *out)
{
    if (level->kind == CHEIR_CONTROLLER14) {
        if (sent == UNSENT || (value >> 7) != (sent >> 7)) {
            *out++ = level->status;
            *out++ = level->controller;
            *out++ = (uint8_t)(value >> 7);
        }
        *out++ = level->status;
        *out++ = (uint8_t)(level->controller + LSB_OFFSET);
        *out++ = (uint8_t)(value & 0x7fu);
        return out;
    }
    *out++ = level->status;
    if (level->kind == CHEIR_CONTROLLER7) *out++ = level->controller;
    *out++ = (uint8_t)value;
    return out;
}

/* What a level reads at a response. */
static OUT_OF_LINE uint16_t level_value(const cheir_level *level, uint16_t response)
{
    if (level->kind == CHEIR_CONTROLLER14) return (uint16_t)(level->from + step14(response, level->span));
    return (uint16_t)(level->from + step7(response, low(level->span)));
}

/* Whether a level may send again. Asked first: until then, nothing needs to be computed for it. */
static inline uint8_t level_may_send(const cheir_level *level, cheir_level_state *level_state, uint16_t t)
{
    if (level_state->held) {
        if ((uint16_t)(t - level_state->since) < level->interval_ticks) return 0;
        level_state->held = 0;
    }
    return 1;
}

static OUT_OF_LINE uint8_t any_level_may_send(const cheir_input *input, uint16_t t)
{
    const cheir_level *level = input->level;
    cheir_level_state *level_state = input->level_state;
    uint8_t k;
    for (k = input->levels; k > 0; k--, level++, level_state++)
        if (level_may_send(level, level_state, t)) return 1;
    return 0;
}

/*
 * Sends what a level reads now, if that is another value and worth it. Returns whether it rests: it had sent what it
 * reads already.
 */
static OUT_OF_LINE uint8_t play_level(const cheir_level *level, cheir_level_state *level_state, cheir_state *state,
                                      uint16_t response)
{
    uint16_t value = level_value(level, response);
    uint16_t sent = level_state->sent;
    if (value == sent) return 1;
    if (sent != UNSENT && value != level->from && value != (uint16_t)(level->from + level->span)) {
        uint16_t before = level_state->sent_at;
        uint16_t moved = response > before ? (uint16_t)(response - before) : (uint16_t)(before - response);
        if (moved < level->deadband) return 0;
    }
    level_state->sent = value;
    level_state->sent_at = response;
    level_state->since = state->t;
    level_state->held = 1;
    state->out = write_level(level, value, sent, state->out);
    return 0;
}

/* Plays the levels of an input. Returns whether all rest. */
static OUT_OF_LINE uint8_t play_levels(uint8_t table_bits, const cheir_input *input, cheir_state *state)
{
    const cheir_level *level = input->level;
    cheir_level_state *level_state = input->level_state;
    uint8_t settled = 1;
    uint8_t k;
    for (k = input->levels; k > 0; k--, level++, level_state++) {
        uint16_t response;
        if (!level_may_send(level, level_state, state->t)) {
            settled = 0;
            continue;
        }
        response = (level->side_mask & state->mask) ? response_of(table_bits, input, state) : CHEIR_TABLE(input->table);
        settled &= play_level(level, level_state, state, response);
    }
    return settled;
}

#endif
