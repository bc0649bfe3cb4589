/** Facts made at a desk, not on a tablet. */
export const deskDevice = '01890000-0000-7000-8000-00000000de5c'
