/* The chip's EEPROM: a byte takes 3.4 ms (datasheet DS40002061A, "EEPROM Programming Time"), in which it cannot be read. */
#ifndef CORE_EEPROM_H
#define CORE_EEPROM_H

#include <avr/eeprom.h>

struct CoreEeprom {
    uint8_t read(int at) { return eeprom_read_byte((const uint8_t *)at); }
    void write(int at, uint8_t byte) { eeprom_write_byte((uint8_t *)at, byte); }
    uint16_t length() { return E2END + 1; }
};
static CoreEeprom EEPROM;

#endif
