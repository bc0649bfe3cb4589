import { Button as AriaButton, GridList, GridListItem, useDragAndDrop } from 'react-aria-components'
import styled from 'styled-components'
import type { RungFile } from '@/core/curriculum/schema'
import { ruleText } from '@/core/rule/rule'

/** The rungs of a run in their order: one is chosen, and any may be dragged to another place. */
export function Rungs({
  name,
  rungs,
  chosen,
  faulty,
  onChoose,
  onMove,
}: {
  name: string
  rungs: readonly RungFile[]
  chosen: string
  /** Ids of those that something is wrong with. */
  faulty: ReadonlySet<string>
  onChoose: (id: string) => void
  onMove: (ids: ReadonlySet<string>, target: string, after: boolean) => void
}) {
  const { dragAndDropHooks } = useDragAndDrop({
    getItems: (keys) => [...keys].map((key) => ({ 'text/plain': String(key) })),
    onReorder: (e) => {
      onMove(new Set([...e.keys].map(String)), String(e.target.key), e.target.dropPosition === 'after')
    },
  })
  return (
    <Listed
      aria-label={`Rungs of ${name}`}
      selectionMode="single"
      disallowEmptySelection
      selectedKeys={[chosen]}
      onSelectionChange={(keys) => {
        if (keys !== 'all') onChoose(String([...keys][0] ?? chosen))
      }}
      dragAndDropHooks={dragAndDropHooks}
    >
      {rungs.map((item) => (
        <GridListItem key={item.id} id={item.id} textValue={item.name}>
          <Grip slot="drag" aria-label={`Move ${item.name}`}>
            ⠿
          </Grip>
          <span>
            <b>{item.name}</b>
            <small>
              {item.criterion.words}; {ruleText(item.rule)}
            </small>
          </span>
          {faulty.has(item.id) && <em>fault</em>}
        </GridListItem>
      ))}
    </Listed>
  )
}

const Listed = styled(GridList)`
  border-left: 3px solid var(--ink);
  outline-offset: 4px;
  max-height: 34rem;
  overflow: auto;
  [role='row'] {
    border-bottom: 1px solid var(--rule);
    outline-offset: -3px;
    cursor: pointer;
    display: grid;
    grid-template-columns: auto minmax(0, 1fr) auto;
    gap: var(--s-4);
    align-items: center;
    padding: 0.35rem 0.7rem;
  }
  [role='row'][data-selected='true'] {
    background: var(--paper);
    box-shadow: inset 5px 0 0 var(--ink);
  }
  b {
    display: block;
    font-weight: 620;
  }
  small {
    color: var(--ink-2);
    font-size: var(--t-2);
    display: block;
  }
  em {
    font-style: normal;
    color: var(--person);
    font-weight: 640;
  }
  .react-aria-DropIndicator[data-drop-target='true'] {
    outline: 2px solid var(--now);
  }
`
const Grip = styled(AriaButton)`
  min-width: 2rem;
  min-height: var(--touch-small);
  border: 0;
  background: none;
  color: var(--ink-2);
  cursor: grab;
  font-size: var(--t-5);
`
