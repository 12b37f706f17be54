/*
 * Pins that are led to ground, or held there, while power comes, and what the board then does otherwise. C++ for a Wiring-style sketch,
 * which includes it once, after POWER_UP, a row a pin (8 at most): its number, what it does, from which channel or controller, to which one,
 * or to which scene; all from 0.
 */
#ifndef CHEIRONOM_POWER_UP_H
#define CHEIRONOM_POWER_UP_H

#include <stdint.h>

enum { HELD_SCENE, HELD_CHANNEL, HELD_CONTROLLER };
struct power_up {
    uint8_t pin, does, from, to;
};
static const power_up POWER_UPS[] = {POWER_UP};
#define POWER_UPS_N (sizeof(POWER_UPS) / sizeof(POWER_UPS[0]))
/* Those that were held, one bit each. */
static uint8_t held;

/* To be called once, before anything is sent. */
static void look_at_power_up()
{
    for (uint8_t i = 0; i < POWER_UPS_N; i++) pinMode(POWER_UPS[i].pin, INPUT_PULLUP);
    delay(1);
    for (uint8_t i = 0; i < POWER_UPS_N; i++)
        if (digitalRead(POWER_UPS[i].pin) == LOW) held = (uint8_t)(held | (1u << i));
}

/* What takes the place of one by what is held, itself where nothing does. */
static uint8_t held_for(uint8_t does, uint8_t from)
{
    for (uint8_t i = 0; i < POWER_UPS_N; i++)
        if (((held >> i) & 1u) && POWER_UPS[i].does == does && POWER_UPS[i].from == from) return POWER_UPS[i].to;
    return from;
}

/* A byte of the runtime's, which sends each message with its status. */
static uint8_t as_held(uint8_t byte)
{
    static uint8_t status, is_second;
    if (byte >= 0xf8u) return byte;
    if (byte >= 0x80u) {
        status = byte;
        is_second = 0;
        return byte < 0xf0u ? (uint8_t)((byte & 0xf0u) | held_for(HELD_CHANNEL, (uint8_t)(byte & 15u))) : byte;
    }
    if ((status & 0xf0u) != 0xb0u || is_second) return byte;
    is_second = 1;
    return held_for(HELD_CONTROLLER, byte);
}
#define AS_SENT(byte) as_held(byte)
#define FIRST_SCENE held_for(HELD_SCENE, 0)

#endif
