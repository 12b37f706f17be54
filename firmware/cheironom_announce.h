/* What a receiver must know before it hears notes; src/core/engine/voices/announce.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_ANNOUNCE_H
#define CHEIRONOM_ANNOUNCE_H

/* One controller a frame, as the wire takes them. */
static void announce_frame(void)
{
    const cheir_announcement *own;
    if (STATE(engine).announced >= COUNT(announcements) || !wire_is_free()) return;
    own = &IMAGE(announcements)[STATE(engine).announced++];
    send3((uint8_t)(CONTROL_CHANGE | U8(own->channel)), U8(own->controller), U8(own->value));
}

static void announce_start(void)
{
}
CHANGES_BY_ITSELF(announcement)
ALWAYS_SOUND(announcement)

#endif
