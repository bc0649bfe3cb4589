import { Lost } from '@/screens/shell/Lost'

export default function NotFound() {
  return <Lost />
}
