/**
 * FNV-1a, 32 bit, twice with different starts (public domain; constants from memory): to tell things apart, not to
 * keep secrets.
 */
export function hash(text: string): string {
  let [a, b] = [0x811c9dc5, 0x01000193]
  for (let at = 0; at < text.length; at++) {
    a = Math.imul(a ^ text.charCodeAt(at), 0x01000193)
    b = Math.imul(b ^ text.charCodeAt(at), 0x85ebca6b)
  }
  return (a >>> 0).toString(36) + (b >>> 0).toString(36)
}
