import NextLink from 'next/link'
import type { ComponentProps } from 'react'

/**
 * A link to another page of the house. Nothing is fetched before it is pressed: every page is drawn for the moment it
 * is asked for, so that what came early could not be shown, and one dog's page alone would ask the kennel's machine for
 * sixty others.
 */
export function Link(props: Omit<ComponentProps<typeof NextLink>, 'prefetch'>) {
  return <NextLink {...props} prefetch={false} />
}
