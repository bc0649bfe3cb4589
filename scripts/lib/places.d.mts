export function insideProgram(folder: string): string | undefined
