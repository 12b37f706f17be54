/* How long is waited for a way out. C++ for a Wiring-style sketch. */
#ifndef CHEIRONOM_WAIT_H
#define CHEIRONOM_WAIT_H

/* A port that takes nothing for so long has nobody at its end: what waits for it is dropped, ms. */
static const uint16_t STUCK_MS = 100;

/* Time, ms modulo 2^16. */
static inline uint16_t now_ms()
{
    return (uint16_t)millis();
}

/* Waits until a port takes a byte. Returns false where it takes none for STUCK_MS: it is not waited for again until it does. */
template <typename Port> static bool wait_until_takes(Port &port, bool &in_vain)
{
    uint16_t since_ms = now_ms();
    while (port.availableForWrite() <= 0)
        if (in_vain || (uint16_t)(now_ms() - since_ms) > STUCK_MS) {
            in_vain = true;
            return false;
        }
    in_vain = false;
    return true;
}

#endif
