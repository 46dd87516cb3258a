/** What is said where labels are printed at an address that no other device can open; nothing elsewhere. */
export const addressWords = (): string =>
  ['localhost', '127.0.0.1', '[::1]'].includes(location.hostname)
    ? 'This is the address on the machine itself. For labels that a phone can open, open Crest at the address your tablets use, then print.'
    : ''
