/* Settings that change while it plays; src/core/engine/change.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_CHANGE_H
#define CHEIRONOM_CHANGE_H

/* Reads and writes the settings of one record, as a dump has them: little-endian, in the layout's order. */
#define TAKE_BYTE(field) to->field = *from++;
#define TAKE_WORD(field)                    \
    to->field = (uint16_t)(from[0] | ((uint16_t)from[1] << 8)); \
    from += 2;
#define GIVE_BYTE(field) *to++ = of->field;
#define GIVE_WORD(field)                  \
    *to++ = (uint8_t)(of->field & 0xffu); \
    *to++ = (uint8_t)(of->field >> 8);
#define SETTINGS_OF(part, record)                                                                                      \
    static inline const uint8_t *take_##record(cheir_##record *to, const uint8_t *from)                            \
    {                                                                                                              \
        (void)to;                                                                                                  \
        CHEIR_SETTINGS_OF_##record(TAKE_BYTE, TAKE_WORD) return from;                                              \
    }                                                                                                              \
    static inline uint8_t *give_##record(const cheir_##record *of, uint8_t *to)                                    \
    {                                                                                                              \
        (void)of;                                                                                                  \
        CHEIR_SETTINGS_OF_##record(GIVE_BYTE, GIVE_WORD) return to;                                                \
    }

CHEIR_PARTS_IN(SETTINGS_OF)

static const uint8_t *take_words(uint16_t *to, uint16_t *n, const uint8_t *from)
{
    uint16_t i;
    *n = (uint16_t)(from[0] | ((uint16_t)from[1] << 8));
    from += 2;
    for (i = 0; i != *n; i++, from += 2) to[i] = (uint16_t)(from[0] | ((uint16_t)from[1] << 8));
    return from;
}

#define CHANGE_PART(part, record)                       \
    for (i = 0; i != COUNT(part); i++) {                \
        cheir_##record before = IMAGE(part)[i];         \
        from = take_##record(&IMAGE(part)[i], from);    \
        record##_changed(i, &before);                   \
    }

/* Takes settings that have been checked (cheironom_settings.h). Nothing is sent now, and what sounds ends as it began. */
static void change_settings(const uint8_t *from)
{
    uint8_t i = 0;
    (void)i;
    CHEIR_PARTS_IN(CHANGE_PART)
    from = take_words(IMAGE(tables), &tables_n, from);
    take_words(IMAGE(stairs), &stairs_n, from);
}

#if CHEIR_learns
#define LOOK_ANEW(part, record)               \
    for (i = 0; i != COUNT(part); i++) {      \
        cheir_##record same = IMAGE(part)[i]; \
        record##_changed(i, &same);           \
    }

/* After the board has changed settings itself. */
static void look_anew(void)
{
    uint8_t i = 0;
    (void)i;
    CHEIR_PARTS_IN(LOOK_ANEW)
}
#endif

#endif
