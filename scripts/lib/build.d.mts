/** Builds the application when the build is missing or was made from other sources. */
export function ensureBuild(): Promise<void>
