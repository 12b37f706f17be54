/* Channels that notes take by turns; src/core/engine/voices/pool.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_POOL_H
#define CHEIRONOM_POOL_H

#if CHEIR_pools
static void pool_start(void)
{
    cheir_member_state *state = STATE(members);
    uint8_t i, n;
    for (i = 0; i != COUNT(pools); i++) {
        const cheir_pool *pool = &IMAGE(pools)[i];
        uint8_t channel = U8(pool->channel);
        for (n = U8(pool->members); n != 0; n--, state++) {
            state->channel = channel;
            state->lane = NO_NOTE;
            channel = (uint8_t)(U8(pool->down) ? channel - 1u : channel + 1u);
        }
    }
}

/* The member that a new note takes: one that is free, the longest first, else the one whose note began first. */
static uint8_t next_member(const cheir_pool *pool)
{
    uint8_t first = U8(pool->member);
    uint8_t past = (uint8_t)(first + U8(pool->members));
    uint8_t i;
    for (i = first; i != past; i++)
        if (STATE(members)[i].lane == NO_NOTE) return i;
    return first;
}

/* A member has begun or ended a note, and comes last of its pool. Returns its channel. */
static uint8_t turn_member(const cheir_pool *pool, uint8_t at, uint8_t lane)
{
    cheir_member_state *state = &STATE(members)[at];
    uint8_t channel = state->channel;
    uint8_t n = (uint8_t)(U8(pool->member) + U8(pool->members) - 1u - at);
    for (; n != 0; n--, state++) state[0] = state[1];
    state->channel = channel;
    state->lane = lane;
    return channel;
}

/* The channel of a lane whose note has ended is free. */
static OUT_OF_LINE UNUSED void free_member(uint8_t index, uint8_t lane)
{
    const cheir_pool *pool = &IMAGE(pools)[index];
    uint8_t i = U8(pool->member);
    uint8_t n = U8(pool->members);
    for (; n != 0; n--, i++) {
        if (STATE(members)[i].lane != lane) continue;
        turn_member(pool, i, NO_NOTE);
        return;
    }
}
#endif
CHANGES_BY_ITSELF(pool)
ALWAYS_SOUND(pool)

#endif
