/** What is said to be lacking of a dog of which nothing was promised; apart, so that a screen fetches little for it. */
export const nothingPromised = 'nothing promised'
