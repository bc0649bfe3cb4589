/**
 * For a Node that does not live long: its compiler waits eight times as long before it makes something faster, which
 * took a tenth or more of what unit tests cost. Later versions of Node have no such flag and refuse to start with it.
 */
export const shortLived = process.versions.node.startsWith('20.') ? ['--interrupt-budget=540672'] : []
