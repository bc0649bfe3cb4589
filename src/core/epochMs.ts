declare const unit: unique symbol

/**
 * A moment: milliseconds since the epoch. Any number may become one; what is a day, a minute of the day or a length in
 * milliseconds is of another type or carries its unit in its name.
 */
export type EpochMs = number & { readonly [unit]?: 'ms since the epoch' }
