/*
 * Ways out that nobody has written: a sketch that writes these functions itself is taken in their place. Part of cheironom.c, which
 * alone includes it.
 */
#ifndef CHEIRONOM_WEAK_H
#define CHEIRONOM_WEAK_H

#define WEAK __attribute__((weak))

uint8_t cheir_usb_send(const uint8_t *packet);
uint8_t cheir_usb_receive(uint8_t *packet);
uint8_t cheir_radio_receive(uint8_t *packet);

/* Nobody takes it. */
WEAK uint8_t cheir_usb_send(const uint8_t *packet)
{
    (void)packet;
    return 0;
}

/* Nothing comes. */
WEAK uint8_t cheir_usb_receive(uint8_t *packet)
{
    (void)packet;
    return 0;
}

WEAK uint8_t cheir_radio_receive(uint8_t *packet)
{
    (void)packet;
    return 0;
}

#endif
