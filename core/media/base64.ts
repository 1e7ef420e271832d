/** Bytes as Base64 (RFC 4648), piece by piece: a large picture has more than a call takes arguments. */
export function toBase64(bytes: Uint8Array): string {
  let binary = ''
  for (let from = 0; from < bytes.length; from += 0x8000)
    binary += String.fromCharCode(...bytes.subarray(from, from + 0x8000))
  return btoa(binary)
}
