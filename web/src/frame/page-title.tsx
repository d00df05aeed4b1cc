import { usePageTitle } from '../theme/use-page-title'

/** Says where one is, the nearest first: in the title of the page, and as its heading to whoever does not see it. */
export function PageTitle({ names }: { readonly names: readonly string[] }) {
  usePageTitle(...names)
  return <h1 className="visually-hidden">{names[0]}</h1>
}
