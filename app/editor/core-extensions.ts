/** What Tiptap adds to an editor by itself and ours do in their own way. */
export const enableCoreExtensions = {
  clipboardTextSerializer: false,
  keymap: false,
  delete: false,
  drop: false,
  paste: false,
  textDirection: false,
} as const
