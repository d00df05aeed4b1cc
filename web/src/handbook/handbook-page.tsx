import { useDeferredValue, useEffect, useState } from 'react'
import { Link, NavLink, useLocation, useParams } from 'react-router'
import { useQuery } from '@tanstack/react-query'
import { firstOf } from '@rheoscope/core/document'
import { usePageTitle } from '../theme/use-page-title'
import { CHAPTERS, searched, sectionsOf, type Section } from './chapters'
import './handbook.css'

/** What the product does and means, to be read and searched. */
export function HandbookPage() {
  const { chapter: at } = useParams()
  const chapter = CHAPTERS.find((each) => each.at === at) ?? firstOf(CHAPTERS)
  const [typed, setTyped] = useState('')
  const wanted = useDeferredValue(typed.trim())
  const { data: sections = [] } = useQuery({ queryKey: ['handbook', chapter.at, wanted], queryFn: () => (wanted === '' ? sectionsOf(chapter) : searched(wanted)), staleTime: Infinity })
  usePageTitle(chapter.title, 'Handbook')
  useAnchor(sections)
  return (
    <div className="handbook">
      <header className="top-bar">
        <Link to="/" className="brand">Rheoscope</Link> <span>Handbook</span>
        <span className="grow" />
        <input type="search" aria-label="Search the handbook" placeholder="Search the handbook" value={typed} onChange={(event) => setTyped(event.target.value)} />
        <Link to="/about">About</Link>
      </header>
      <nav aria-label="Chapters">
        {CHAPTERS.map(({ at: to, title }) => <NavLink key={to} to={`/handbook/${to}`} onClick={() => setTyped('')}>{title}</NavLink>)}
      </nav>
      <main tabIndex={0}>
        {wanted === '' ? <h1>{chapter.title}</h1> : <p role="status" className="muted">{sections.length === 0 ? `Nothing in the handbook has “${wanted}”.` : `${sections.length} ${sections.length === 1 ? 'section has' : 'sections have'} “${wanted}”.`}</p>}
        {sections.map((section) => (
          <section key={`${section.chapter.at} ${section.id}`} id={section.id}>
            {section.title !== chapter.title && <h2>{wanted === '' ? section.title : <Link to={`/handbook/${section.chapter.at}#${section.id}`} onClick={() => setTyped('')}>{section.chapter.title}: {section.title}</Link>}</h2>}
            {/* The files are our own, and part of the build. */}
            <div dangerouslySetInnerHTML={{ __html: section.html }} />
          </section>
        ))}
      </main>
    </div>
  )
}

/** Brings the section the address names into view, once it is there. */
function useAnchor(sections: readonly Section[]): void {
  const { hash } = useLocation()
  useEffect(() => {
    if (hash !== '' && sections.length > 0) document.getElementById(decodeURIComponent(hash.slice(1)))?.scrollIntoView()
  }, [hash, sections])
}
