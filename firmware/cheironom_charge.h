/*
 * Bare pads: how long each takes to be charged through a resistor tells how near a hand is. C++ for a Wiring-style sketch, which includes
 * it once.
 */
#ifndef CHEIRONOM_CHARGE_H
#define CHEIRONOM_CHARGE_H

/* For a pad to lose its charge, us. */
#ifndef DISCHARGE_US
#define DISCHARGE_US 10
#endif
/* A pin's port is looked at far more often than the pin by its number. (Names as common board packages have them, from memory.) */
#if defined(portInputRegister) && defined(digitalPinToPort) && defined(digitalPinToBitMask)
#define LOOK_AT(pin) volatile auto *port = portInputRegister(digitalPinToPort(pin)); auto mask = digitalPinToBitMask(pin)
#define IS_LOW(pin) ((*port & mask) == 0)
#else
#define LOOK_AT(pin) (void)(pin)
#define IS_LOW(pin) (digitalRead(pin) == LOW)
#endif

/* Charges the pad at `receive` by the pin `send`. Returns looks at it until it was high, `most` where it stayed low. */
static uint16_t charge_time(uint8_t send, uint8_t receive, uint16_t most)
{
    uint16_t n = 0;
    pinMode(receive, OUTPUT);
    digitalWrite(receive, LOW);
    delayMicroseconds(DISCHARGE_US);
    pinMode(receive, INPUT);
    LOOK_AT(receive);
    digitalWrite(send, HIGH);
    while (n < most && IS_LOW(receive)) n++;
    digitalWrite(send, LOW);
    return n;
}

#endif
