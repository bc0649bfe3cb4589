/** Design choice: the largest picture that is taken in, bytes; a device does not send a larger one. */
export const mostPhotoBytes = 12_000_000
