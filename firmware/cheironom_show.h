/* Values on lights; src/core/engine/voices/show.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_SHOW_H
#define CHEIRONOM_SHOW_H

/* What has risen stays for so many slow ticks before it falls: 344 ms at least, so that nothing flashes three times a second. */
#define STAYS_SLOW 22u
/* All that flashes does so together, by this bit of the slow clock: 262 ms lit, 262 ms not. */
#define FLASH_BIT 4
#define MOST_LIGHTS 500u
/* Of how a value is shown, what it does. */
#define SHOW_DOES(show) (U8((show)->how) & 3u)

static void show_start(void)
{
    static const cheir_show_state dark = {0, 0, 0, 0, 0};
    uint8_t i;
    for (i = 0; i != COUNT(shows); i++) STATE(shows)[i] = dark;
}

static UNUSED void set_show(uint8_t index, uint8_t value)
{
    STATE(shows)[index].value = value;
}

/* It begins and ends with a lit half. */
static void show_flash(cheir_show_state *own, uint8_t value, uint16_t slow)
{
    uint8_t lit = (uint8_t)((slow >> FLASH_BIT) & 1u);
    if (lit && !own->rises) own->shown = value;
    own->rises = lit;
}

static void show_follow(cheir_show_state *own, uint8_t value, uint16_t slow)
{
    if (value > own->shown) {
        if (!own->rises) own->since = slow;
        own->rises = 1;
        own->shown = value;
    } else if (value < own->shown && (uint16_t)(slow - own->since) >= STAYS_SLOW) {
        own->rises = 0;
        own->shown = value;
    }
}

void cheir_look_at_lights(uint32_t t_us)
{
    uint16_t slow = (uint16_t)(t_us >> 14);
    uint8_t i;
    for (i = 0; i != COUNT(shows); i++) {
        const cheir_show *show = &IMAGE(shows)[i];
        cheir_show_state *own = &STATE(shows)[i];
        uint8_t value = LIVES(show) ? own->value : 0;
        if (SHOW_DOES(show) == CHEIR_SHOWS_POINT) own->shown = value;
        else if (SHOW_DOES(show) == CHEIR_SHOWS_FLASH) show_flash(own, value, slow);
        else show_follow(own, value, slow);
    }
}

/* 0 ... 127 and past as 0 ... 128. */
static uint8_t show_whole(uint16_t share)
{
    return share >= 127u ? 128 : (uint8_t)(share + (share >> 6));
}

/* How much of a light is lit, 0 ... 128. */
static uint8_t part_lit(const cheir_show *show, const cheir_show_state *own, uint16_t place)
{
    uint16_t reaches = (uint16_t)(own->shown * U16(show->lights));
    uint16_t begins = (uint16_t)(place * 127u);
    switch (SHOW_DOES(show)) {
    case CHEIR_SHOWS_BAR:
        return reaches < begins ? 0 : show_whole((uint16_t)(reaches - begins));
    case CHEIR_SHOWS_POINT:
        return place == reaches >> 7 ? 128 : 0;
    case CHEIR_SHOWS_FADE:
        return show_whole(own->shown);
    default:
        return own->shown > 0 && own->rises ? 128 : 0;
    }
}

void cheir_colour(uint16_t light, uint8_t *colour)
{
    uint8_t i, c;
    colour[0] = colour[1] = colour[2] = 0;
    for (i = 0; i != COUNT(shows); i++) {
        const cheir_show *show = &IMAGE(shows)[i];
        uint16_t lights = U16(show->lights);
        uint16_t place = (uint16_t)(light - U16(show->first));
        uint8_t how = U8(show->how);
        uint8_t part;
        if (place >= lights) continue;
        if (how & CHEIR_SHOWS_TURNED) place = (uint16_t)(lights - 1u - place);
        part = part_lit(show, &STATE(shows)[i], place);
        for (c = 0; c != 3; c++) {
            uint8_t under = how & CHEIR_SHOWS_COVERS ? U8(show->under[c]) : colour[c];
            colour[c] = (uint8_t)((uint16_t)((uint16_t)(under * (128u - part)) + (uint16_t)(U8(show->colour[c]) * (uint16_t)part)) >> 7);
        }
    }
}

#if CHEIR_SETTABLE
static inline uint8_t show_is_sound(const cheir_show *next, const cheir_show *now, uint16_t tables, uint16_t stairs)
{
    (void)now, (void)tables, (void)stairs;
    return next->lights <= MOST_LIGHTS;
}
#endif
CHANGES_BY_ITSELF(show)

#endif
