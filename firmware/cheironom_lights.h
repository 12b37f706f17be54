/*
 * Writes what is seen on the lights, a piece of a picture at a time between scans. C++ for a Wiring-style sketch, which includes it once, after
 * next_us and PERIOD_US, and after it has said how many LIGHTS there are and how they are wired: LIGHT_DATA and LIGHT_CLOCK, a strip with a
 * clock wire; LIGHT_PINS, each by itself; neither, a strip of one wire.
 */
#ifndef CHEIRONOM_LIGHTS_H
#define CHEIRONOM_LIGHTS_H

/* From picture to picture, us. */
#define PICTURE_US 16000UL
/* Time that a piece of a picture may take, us: it is begun only where as much is left before the next scan. */
#if defined(__AVR__)
#define PIECE_US 250UL
#else
#define PIECE_US 40UL
#endif

#if defined(LIGHT_CLOCK)

/* How bright full is, of 31; the plan reckons with 9. */
#ifndef LIGHT_BRIGHTNESS
#define LIGHT_BRIGHTNESS 9
#endif
/* A picture: four bytes of nothing, four a light, and half a clock a light for the last to be passed on. (Common practice, no source.) */
#define PICTURE_PIECES (4 + 4 * LIGHTS + (LIGHTS + 15) / 16)

static void begin_lights()
{
    pinMode(LIGHT_DATA, OUTPUT);
    pinMode(LIGHT_CLOCK, OUTPUT);
}

static void light_piece(uint16_t piece)
{
    static uint8_t colour[3];
    uint8_t byte = 0;
    if (piece >= 4 && piece < 4 + 4 * LIGHTS) {
        uint8_t part = (uint8_t)((piece - 4) % 4);
        if (part == 0) cheir_colour((uint16_t)((piece - 4) / 4), colour);
        /* Blue, green and red follow the brightness. */
        byte = part == 0 ? (uint8_t)(0xe0 | LIGHT_BRIGHTNESS) : colour[3 - part];
    }
    shiftOut(LIGHT_DATA, LIGHT_CLOCK, MSBFIRST, byte);
}

#elif defined(LIGHT_PINS)

/* Red, green and blue of each light. A pin that cannot dim is on from half on. */
static const uint8_t light_pins[3 * LIGHTS] = {LIGHT_PINS};
#define PICTURE_PIECES LIGHTS

static void begin_lights()
{
    for (uint16_t i = 0; i < 3 * LIGHTS; i++) pinMode(light_pins[i], OUTPUT);
}

static void light_piece(uint16_t piece)
{
    uint8_t colour[3];
    cheir_colour(piece, colour);
    for (uint8_t c = 0; c < 3; c++) analogWrite(light_pins[3 * piece + c], colour[c]);
}

#else

/*
 * A strip of one wire is written in one go, about 30 us a light, in which nothing is scanned: say at the top of the sketch how, as
 * SHOW_LIGHT(i, red, green, blue) for each light and SHOW_PICTURE() after the last, with the library of your strip.
 */
#ifndef SHOW_LIGHT
#define SHOW_LIGHT(i, red, green, blue) ((void)(i), (void)(red), (void)(green), (void)(blue))
#define SHOW_PICTURE() ((void)0)
#endif
#define PICTURE_PIECES (LIGHTS + 1)

static void begin_lights()
{
}

static void light_piece(uint16_t piece)
{
    uint8_t colour[3];
    if (piece == LIGHTS) {
        SHOW_PICTURE();
        return;
    }
    cheir_colour(piece, colour);
    SHOW_LIGHT(piece, colour[0], colour[1], colour[2]);
}

#endif

/* Never just before a scan. */
static void go_on_lighting()
{
    static uint32_t picture_us = 0;
    static uint16_t piece = 0;
    uint32_t now = micros();
    uint32_t left_us = next_us - now;
    if (left_us < PIECE_US || left_us > PERIOD_US) return;
    if (piece == 0) {
        if (now - picture_us < PICTURE_US) return;
        picture_us = now;
        cheir_look_at_lights(now);
    }
    light_piece(piece);
    if (++piece == PICTURE_PIECES) piece = 0;
}

#endif
