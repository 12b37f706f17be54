/* Levels joined to one; src/core/engine/blocks/join.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_JOIN_H
#define CHEIRONOM_JOIN_H

static inline void join_start(void)
{
}

/* How far one of them is, Q15. */
static OUT_OF_LINE uint16_t joined_share(uint8_t index)
{
    const cheir_joined *joined = &IMAGE(joined)[index];
    const cheir_level *level = &IMAGE(levels)[U8(joined->level)];
    uint16_t rest = STATE(level_zeros)[U8(joined->level)].rest;
    uint16_t raw = now_counts[U8(joined->column)];
    uint8_t at = raw < rest;
    uint16_t distance = at ? (uint16_t)(rest - raw) : (uint16_t)(raw - rest);
    uint16_t dead = U16(level->side[at].dead);
    uint16_t share = 0;
    if (feeds(U8(joined->side_mask), at) && distance > dead)
        share = share_of(&level->side[at].scale, (uint16_t)(distance - dead));
    return mapped(U16(joined->table[at]), share);
}

static void join_derive(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(joins); i++) {
        const cheir_join *join = &IMAGE(joins)[i];
        uint8_t first = U8(join->first), by = U8(join->by);
        uint16_t a = joined_share(first), b = joined_share((uint8_t)(first + 1u));
        uint16_t all;
        if (by == CHEIR_JOINS_SUM) all = a > (uint16_t)(ONE - b) ? ONE : (uint16_t)(a + b);
        else if (by == CHEIR_JOINS_PRODUCT) all = (uint16_t)(((uint32_t)a * b + 16384u) >> 15);
        else if (by == CHEIR_JOINS_LARGER) all = a > b ? a : b;
        else {
            uint16_t where = joined_share((uint8_t)(first + 2u));
            all = (uint16_t)(((uint32_t)a * (uint16_t)(ONE - where) + (uint32_t)b * where + 16384u) >> 15);
        }
        now_counts[U8(join->into)] = all;
    }
}

#if CHEIR_SETTABLE
static inline uint8_t join_is_sound(const cheir_join *next, const cheir_join *now, uint16_t tables, uint16_t stairs)
{
    (void)tables, (void)stairs;
    return next->by <= CHEIR_JOINS_CROSSFADE && (next->by != CHEIR_JOINS_CROSSFADE || now->n > 2u);
}

static inline uint8_t joined_is_sound(const cheir_joined *next, const cheir_joined *now, uint16_t tables, uint16_t stairs)
{
    (void)now, (void)stairs;
    return are_tables(next->table, tables);
}
#endif
CHANGES_BY_ITSELF(join)
CHANGES_BY_ITSELF(joined)

#endif
