/*
 * A Wiring-style library of our own for the emulated chip of the tests (an atmega328p at 16 MHz): as much of it as the sketch
 * asks for, on the chip's real serial port, converter, clock, pins and EEPROM, so that it takes the time that boards take.
 * Registers and times: datasheet DS40002061A. One source file of a program includes it.
 */
#ifndef CORE_H
#define CORE_H

#include <avr/eeprom.h>
#include <avr/interrupt.h>
#include <avr/io.h>
#include <stddef.h>
#include <stdint.h>
#include <stdlib.h>
#include <string.h>

#define HIGH 1
#define LOW 0
#define INPUT 0
#define OUTPUT 1
#define INPUT_PULLUP 2
#define LED_BUILTIN 13
enum { A0 = 14, A1, A2, A3, A4, A5 };
#define NUM_ANALOG_INPUTS 6
#define SERIAL_PORT_MONITOR Serial
#define SERIAL_PORT_HARDWARE Serial

void setup();
void loop();

/* Timer 0 counts 4 us, and overflows each 1024 us. */
static volatile uint32_t core_overflows;
ISR(TIMER0_OVF_vect)
{
    core_overflows++;
}

static uint32_t micros()
{
    uint8_t sreg = SREG;
    cli();
    uint32_t overflows = core_overflows;
    uint8_t ticks = TCNT0;
    if ((TIFR0 & _BV(TOV0)) && ticks < 255) overflows++;
    SREG = sreg;
    return ((overflows << 8) + ticks) * 4;
}

static uint32_t millis()
{
    return micros() / 1000;
}

static void delayMicroseconds(uint16_t us)
{
    uint32_t since = micros();
    while (micros() - since < us) {
    }
}

static void delay(uint32_t ms)
{
    while (ms-- > 0) delayMicroseconds(1000);
}

/* Pins 0 ... 7 are port D, 8 ... 13 port B, 14 and up port C. */
struct CorePin {
    volatile uint8_t *in;
    uint8_t mask;
    explicit CorePin(uint8_t pin)
        : in(pin < 8 ? &PIND : pin < 14 ? &PINB : &PINC), mask((uint8_t)(1 << (pin < 8 ? pin : pin < 14 ? pin - 8 : pin - 14)))
    {
    }
    volatile uint8_t &direction() { return in[1]; }
    volatile uint8_t &output() { return in[2]; }
};

static void digitalWrite(uint8_t pin, uint8_t level)
{
    CorePin p(pin);
    if (level) p.output() |= p.mask;
    else p.output() &= (uint8_t)~p.mask;
}

static void pinMode(uint8_t pin, uint8_t mode)
{
    CorePin p(pin);
    if (mode == OUTPUT) p.direction() |= p.mask;
    else p.direction() &= (uint8_t)~p.mask;
    if (mode != OUTPUT) digitalWrite(pin, mode == INPUT_PULLUP);
}

static int digitalRead(uint8_t pin)
{
    CorePin p(pin);
    return *p.in & p.mask ? HIGH : LOW;
}

/* A pin's port and its bit there. */
#define digitalPinToPort(pin) ((uint8_t)((pin) < 8 ? 0 : (pin) < 14 ? 1 : 2))
#define digitalPinToBitMask(pin) (CorePin(pin).mask)
#define portInputRegister(port) ((port) == 0 ? &PIND : (port) == 1 ? &PINB : &PINC)

/* Pins 2 and 3 interrupt on every change (datasheet, "External Interrupts"); no other has a vector of its own. */
#define CHANGE 1
#define NOT_AN_INTERRUPT -1
#define digitalPinToInterrupt(p) ((p) == 2 ? 0 : (p) == 3 ? 1 : NOT_AN_INTERRUPT)
static void (*core_handlers[2])();
ISR(INT0_vect)
{
    core_handlers[0]();
}
ISR(INT1_vect)
{
    core_handlers[1]();
}

static inline void attachInterrupt(int8_t number, void (*handler)(), uint8_t)
{
    if (number < 0) return;
    core_handlers[number] = handler;
    EICRA = (uint8_t)(EICRA | _BV(number == 0 ? ISC00 : ISC10));
    EIMSK = (uint8_t)(EIMSK | _BV(number));
}

static int analogRead(uint8_t pin)
{
    ADMUX = (uint8_t)(_BV(REFS0) | (pin - A0));
    ADCSRA |= _BV(ADSC);
    while (ADCSRA & _BV(ADSC)) {
    }
    return ADC;
}

/* The serial port, with 64 bytes of room either way, as boards have. What comes while it is full is lost. */
#define CORE_ROOM 64u
struct CoreRing {
    volatile uint8_t bytes[CORE_ROOM];
    volatile uint8_t from, n;
    bool put(uint8_t byte)
    {
        if (n == CORE_ROOM) return false;
        bytes[(from + n) % CORE_ROOM] = byte;
        n++;
        return true;
    }
    uint8_t take()
    {
        uint8_t byte = bytes[from];
        from = (uint8_t)((from + 1u) % CORE_ROOM);
        n--;
        return byte;
    }
};
static CoreRing core_in, core_out;
ISR(USART_RX_vect)
{
    core_in.put(UDR0);
}
ISR(USART_UDRE_vect)
{
    UDR0 = core_out.take();
    if (core_out.n == 0) UCSR0B &= (uint8_t)~_BV(UDRIE0);
}

struct CorePort {
    void begin(uint32_t baud)
    {
        UCSR0B = 0;
        UCSR0A = _BV(U2X0);
        UBRR0 = (uint16_t)((F_CPU / 4 / baud - 1) / 2);
        UCSR0C = _BV(UCSZ01) | _BV(UCSZ00);
        UCSR0B = _BV(RXEN0) | _BV(TXEN0) | _BV(RXCIE0);
    }
    int available() { return core_in.n; }
    int availableForWrite() { return (int)(CORE_ROOM - core_out.n); }
    int read()
    {
        if (core_in.n == 0) return -1;
        cli();
        uint8_t byte = core_in.take();
        sei();
        return byte;
    }
    size_t write(const uint8_t *bytes, size_t n)
    {
        for (size_t i = 0; i < n; i++) {
            for (bool put = false; !put;) {
                cli();
                put = core_out.put(bytes[i]);
                UCSR0B |= _BV(UDRIE0);
                sei();
            }
        }
        return n;
    }
    void print(const char *text) { write((const uint8_t *)text, strlen(text)); }
    void print(char letter) { write((const uint8_t *)&letter, 1); }
    void print(uint32_t number)
    {
        char digits[11];
        ultoa(number, digits, 10);
        print(digits);
    }
    void print(uint16_t number) { print((uint32_t)number); }
    void print(uint8_t number) { print((uint32_t)number); }
    template <typename T> void println(T what)
    {
        print(what);
        println();
    }
    void println() { print("\r\n"); }
};
static CorePort Serial;

int main()
{
    TCCR0A = 0;
    TCCR0B = _BV(CS01) | _BV(CS00);
    TIMSK0 = _BV(TOIE0);
    ADCSRA = _BV(ADEN) | _BV(ADPS2) | _BV(ADPS1) | _BV(ADPS0);
    sei();
    setup();
    for (;;) loop();
}

#endif
