/** Text in which a figure is never parted from its unit by the end of a line. */
export const unbroken = (text: string): string => text.replace(/(\d) (s|min|m|°C|°F|kg|g)\b/g, '$1\u00a0$2')
