/** Whether plain text is plainly HTML: it begins with an element and holds its end. */
export const isCode = (text: string): boolean =>
  /^\s*(<!doctype html|<!--|<([a-z][a-z0-9-]*)(\s[^<>]*)?>)/i.test(text) &&
  /<\/[a-z][a-z0-9-]*\s*>\s*$/i.test(text.trimEnd())
