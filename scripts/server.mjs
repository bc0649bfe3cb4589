import { startFront } from './lib/front.mjs'

/** The server: started, watched and restarted by lib/serve.mjs, and gone when the launcher is. */
await startFront()
