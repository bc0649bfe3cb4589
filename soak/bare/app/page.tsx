export const dynamic = 'force-dynamic'

export default function Page() {
  return <p>Nothing</p>
}
