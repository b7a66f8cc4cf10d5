/** A name for an edit, a queue or a place; it need not be a secret, only its own. Without a secure line browsers make none themselves. */
export const ownName = () => `${Date.now().toString(36)}-${Math.random().toString(36).slice(2, 12)}`
