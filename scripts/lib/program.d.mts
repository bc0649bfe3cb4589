/** The path of a program as one file that Node runs as it is, made anew where a file that went into it has changed. */
export function program(entry: string): string
