import { crc32 } from '../crc'

/**
 * What pages call a device: enough to know one’s own and to tell others apart, and nothing that could be sent in its
 * name. An id has twice as many letters of chance as this tells of it.
 */
export const markOf = (device: string): string => `${crc32(device)}${crc32(`${device} as seen by pages`)}`
