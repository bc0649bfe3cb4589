import { serve } from '../../scripts/lib/serve.mjs'
import { readSettings } from '../../scripts/lib/settings.mjs'

/** What `npm run demo` does once kennel and build are there. */
serve(readSettings())
