import { Lost } from '@/screens/shell/Lost'

export default function NotFound() {
  return (
    <main>
      <Lost />
    </main>
  )
}
