/** In the browser there is no `Buffer`; a package that only asks whether there is one needs no stand-in of 7 KB for it. */
export const Buffer = undefined;
