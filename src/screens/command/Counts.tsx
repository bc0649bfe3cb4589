import styled from 'styled-components'
import type { Handling } from '@/core/evidence/calls'
import { percent } from '@/core/percent'
import { useMeasures } from '@/ui/ways'
import { Why } from '@/ui/Why'
import type { CommandPage as View } from '@/work/page/command'

/** How the latency moves, in seconds a day. */
const trendText = (perDay: number) =>
  `${perDay < -0.005 ? 'falling' : perDay > 0.005 ? 'rising' : 'level'} ${Math.abs(perDay).toFixed(2)} s a day`

/** What the counts of a command say at its rung in hand. */
export function Counts({ evidence }: { evidence: NonNullable<View['evidence']> }) {
  return (
    <Figures aria-label="Counts">
      <div>
        <dt>First cue at {evidence.rungName}</dt>
        <dd>
          {evidence.success ? (
            <>
              <b>{percent(evidence.success.share)}</b> {evidence.success.clean} of {evidence.success.total}; 95%
              interval {percent(evidence.success.low)}–{percent(evidence.success.high)}
            </>
          ) : (
            'no reps yet'
          )}
        </dd>
      </div>
      <div>
        <dt>Latency</dt>
        <dd>
          {evidence.latency ? (
            <>
              <b>{evidence.latency.medianSeconds.toFixed(1)} s</b> median of {evidence.latency.measured}
              {evidence.latency.trendPerDay !== undefined && `; ${trendText(evidence.latency.trendPerDay)}`}
            </>
          ) : (
            'not measured'
          )}
        </dd>
      </div>
      <div>
        <dt>Faults</dt>
        <dd>
          {evidence.faults.length === 0
            ? 'none noted'
            : evidence.faults
                .slice(0, 4)
                .map((f) => `${f.fault} ${percent(f.share)}`)
                .join(', ')}
        </dd>
      </div>
      {evidence.called.length > 0 && (
        <div>
          <dt>When called the dog was</dt>
          <dd>
            {evidence.called.map((c) => (
              <span key={c.attention} className="part">
                {c.attention} <b>{percent(c.share)}</b> {c.clean.clean} of {c.calls} clean
              </span>
            ))}
          </dd>
        </div>
      )}
      <Handled handling={evidence.handling} />
      <LookedAt looked={evidence.looked} />
      {evidence.beyond > 0 && (
        <div>
          <dt>Beyond a gate</dt>
          <dd>
            <b>{evidence.beyond}</b> reps saved, not counted
          </dd>
        </div>
      )}
    </Figures>
  )
}

/** How it was asked and paid against what was planned; silent where nobody noted anything. */
function Handled({ handling: h }: { handling: Handling }) {
  return (
    <>
      {h.repeatedCue.of > 0 && (
        <div>
          <dt>Cue said more than once</dt>
          <dd>
            <b>{percent(h.repeatedCue.reps / h.repeatedCue.of)}</b> {h.repeatedCue.reps} of {h.repeatedCue.of} counted
          </dd>
        </div>
      )}
      {h.sounds.length > 0 && (
        <div>
          <dt>Sound before the call</dt>
          <dd>{h.sounds.map((s) => `${s.sound} ${s.clean} of ${s.reps} clean`).join(', ')}</dd>
        </div>
      )}
      {(h.offPlan.reps > 0 || h.slips.reps > 0) && (
        <div>
          <dt>Rewards</dt>
          <dd>
            {[
              h.offPlan.reps > 0 ? `${h.offPlan.reps} of ${h.offPlan.of} clean not as planned` : '',
              h.slips.reps > 0 ? `${h.slips.pieces} ${h.slips.pieces === 1 ? 'piece' : 'pieces'} by a slip` : '',
            ]
              .filter(Boolean)
              .join('; ')}
          </dd>
        </div>
      )}
    </>
  )
}

/** How often each kind of something came, in words. */
const tally = (counts: Readonly<Partial<Record<string, number>>>): string =>
  Object.entries(counts)
    .map(([what, n]) => `${what} ${n}×`)
    .join(', ')

/** What somebody looked at on purpose; silent where nobody did. */
function LookedAt({ looked: { suspects, shares, measures } }: Pick<NonNullable<View['evidence']>, 'looked'>) {
  const { words } = useMeasures()
  const lines = [
    measures.arriveSeconds === undefined ? '' : `arrives in ${measures.arriveSeconds} s`,
    measures.lookUps === undefined ? '' : `${measures.lookUps} look-ups a stretch`,
    measures.angle === undefined ? '' : `${measures.angle}° off straight`,
    tally(measures.speeds),
    tally(measures.struggles),
    ...measures.play.map((p) => `${p.toy}: ${p.minutes} min in ${p.reps}, very keen in ${p.very}`),
  ].filter((l) => l !== '')
  return (
    <>
      {lines.length > 0 && (
        <div>
          <dt>Looked at</dt>
          <dd>{lines.join('; ')}</dd>
        </div>
      )}
      {(suspects.length > 0 || shares.length > 0) && (
        <div>
          <dt>What misses share</dt>
          <dd>
            {suspects.length > 0 ? words(suspects.join(' ')) : 'nothing clear yet'}{' '}
            <Why label="what was seen">
              {shares.map((s) => (
                <p key={`${s.field} ${s.value}`}>
                  Clean {s.clean.clean} of {s.clean.total} {words(s.words)}.
                </p>
              ))}
            </Why>
          </dd>
        </div>
      )}
    </>
  )
}

const Figures = styled.dl`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-4) var(--s-9);
  margin: 0;
  border-top: 1px solid var(--rule);
  border-bottom: 1px solid var(--rule);
  padding: 0.5rem 0;
  dt {
    font-size: var(--t-1);
    color: var(--ink-2);
  }
  dd {
    margin: 0;
    b {
      font-weight: 700;
      font-size: var(--t-5);
    }
  }
  .part + .part {
    margin-left: 0.9rem;
  }
`
