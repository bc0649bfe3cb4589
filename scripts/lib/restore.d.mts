export function applyRestore(database: string): void
