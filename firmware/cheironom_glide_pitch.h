/* The pitch of a place, and the bend to it; src/core/engine/voices/glide.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_GLIDE_PITCH_H
#define CHEIRONOM_GLIDE_PITCH_H

#if CHEIR_glides
#define OFFSET_ZERO 32768l
#define STEPS_ZERO 128

/* A Q15 share through a table of 257 entries, straight between its points. */
static uint16_t glide_table_at(uint16_t table, uint16_t share)
{
#if CHEIR_tables
    const uint16_t *at = IMAGE(tables) + table;
    uint16_t y, rise;
    uint8_t fraction;
    if (table == NO_TABLE) return share;
    if (share >= ONE) return TABLE16(at[256]);
    at += share >> 7;
    fraction = low((uint16_t)(share << 1));
    y = TABLE16(at[0]);
    rise = (uint16_t)(TABLE16(at[1]) - y);
    y = (uint16_t)(y + product(high(rise), fraction));
    return (uint16_t)(y + high((uint16_t)(product(low(rise), fraction) + 128u)));
#else
    (void)table;
    return share;
#endif
}

/* Where it is along the glide, Q15. */
static uint16_t glide_share(const cheir_glide *glide, uint16_t raw)
{
    uint8_t reads = U8(glide->reads);
    const cheir_level *level = &IMAGE(levels)[U8(glide->level)];
    const cheir_side *side = level->side;
    uint16_t rest = STATE(level_zeros)[U8(glide->level)].rest;
    uint16_t distance = (uint16_t)(raw - rest);
    uint16_t share = 0;
    uint8_t at = 0;
    if (reads == CHEIR_READS_SHARE) return raw > ONE ? ONE : raw;
    if (raw < rest) {
        distance = (uint16_t)(rest - raw);
        at = 1;
        side++;
    }
    if (feeds(U8(glide->side_mask), at) && distance > U16(side->dead))
        share = share_of(&side->scale, (uint16_t)(distance - U16(side->dead)));
    if (reads == CHEIR_READS_LEVEL) return share;
    if ((at == 0) == (reads == CHEIR_READS_ABOVE_IS_UP)) return (uint16_t)((ONE >> 1) + (share >> 1));
    return (uint16_t)((ONE - share) >> 1);
}

/* The pitch of a place of a glide, 512ths of a semitone. */
static OUT_OF_LINE UNUSED uint16_t place_pitch(const cheir_glide *glide, uint16_t raw)
{
    uint16_t y;
    if (U8(glide->reads) == CHEIR_READS_PITCH) return raw;
    y = glide_table_at(U16(glide->table), glide_share(glide, raw));
    return (uint16_t)(U16(glide->low) + (uint16_t)(((uint32_t)y * U16(glide->span) + 16384ul) >> 15));
}

/* What a glide adds, semitones. */
static inline int16_t added(const cheir_glide *glide)
{
    return (int16_t)((int16_t)U8(glide->adds) - STEPS_ZERO);
}

/* A pitch less that of the note which a glide plays. */
static inline int32_t from_note(const cheir_glide *glide, int32_t pitch, uint8_t note)
{
    return pitch - (int32_t)512 * ((int16_t)note - added(glide));
}

/* The bend of the note that a glide plays. */
static OUT_OF_LINE UNUSED uint16_t glide_of(uint8_t index, uint16_t raw)
{
    const cheir_glide *glide = &IMAGE(glides)[index];
    uint8_t lane = U8(IMAGE(notes)[U8(glide->note)].lane);
    int32_t pitch = (int32_t)place_pitch(glide, raw) + STATE(glides)[index].offset - OFFSET_ZERO;
    return bend_of(glide, from_note(glide, pitch, STATE(note_lanes)[lane].note));
}
#endif

#endif
