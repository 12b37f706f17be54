/*
 * How long the converter takes, and its bits. C++ for a Wiring-style sketch, which includes it once, after CONVERTER_BITS, and after
 * CONVERSION_NS where the plan reckons with a time of its own, ns: the converter of an 8-bit chip takes 13 of its own clocks, which are the
 * chip's divided by a power of two (data sheet, "Prescaling and Conversion Timing"); other boards take what their libraries set.
 */
#ifndef CHEIRONOM_CONVERTER_H
#define CHEIRONOM_CONVERTER_H

#if defined(CONVERSION_NS) && defined(__AVR__) && defined(ADCSRA) && defined(ADPS0)
#define CLOCKS_A_CONVERSION ((F_CPU / 1000UL) * CONVERSION_NS / 1000000UL)
#if CLOCKS_A_CONVERSION >= 13 * 128
#define CONVERTER_DIVIDER 7
#elif CLOCKS_A_CONVERSION >= 13 * 64
#define CONVERTER_DIVIDER 6
#elif CLOCKS_A_CONVERSION >= 13 * 32
#define CONVERTER_DIVIDER 5
#else
#define CONVERTER_DIVIDER 4
#if CLOCKS_A_CONVERSION < 13 * 16
#warning "The plan reckons with a faster converter than this board has: scans will be late. Type its conversion time in Plan."
#endif
#endif
#endif

static void set_converter()
{
#if !defined(__AVR__)
    analogReadResolution(CONVERTER_BITS);
#elif defined(CONVERTER_DIVIDER)
    ADCSRA = (uint8_t)((ADCSRA & 0xf8u) | CONVERTER_DIVIDER);
#endif
}

#endif
