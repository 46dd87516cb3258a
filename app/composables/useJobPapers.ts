import { againstWords, seenOnPiece } from '#core/bench/look'
import type { RecordRun, SheetPass } from '#core/papers/job'
import { capital, countOf, formatDuration } from '#core/basics/units'
import { remarksSaid } from '#core/plan/remarks'
import { careCard } from '#core/plan/steps'
import { etchantKind, resistKind, substrateKind } from '#core/trade/materials'
import { artNames, jobWords, owed, passWords } from '#shared/passes'
import type { Pass } from '#shared/passes'
import type { JobRecord, RecordedRun } from '#shared/record'

/** The papers of a job: the sheet that goes to the bench, the record that stays, and the cards that go with the pieces. */
export function useJobPapers() {
  const studio = useStudioStore()
  const houseTime = useHouseTime()
  const units = useUnits()
  const words = useStockWords()

  const headOf = ({ job }: JobRecord) => ({
    studio: studio.studio!.name,
    customer: job.customer,
    what: jobWords(job.passes),
    dueOn: job.dueOn,
    notes: job.notes,
    address: `${location.origin}/job/${job.id}`,
  })
  const recipeOf = (pass: Pass) => recipeOfPieces(pass, owed({ pieces: pass.pieces, done: [] }), studio, houseTime.today())
  function sheetPass(pass: Pass): SheetPass {
    const { dwell, figures, warnings, refusals, plan } = recipeOf(pass)
    const { window } = dwell
    const lot = studio.lot(pass.lotId)
    const facts: [string, string][] = [
      ['Etched with', lot ? `${lot.productName} (${etchantKind(lot.kind).name})` : 'nothing on the shelf'],
      ['Resist', resistKind(pass.resist).name],
      ['Made of', substrateKind(pass.substrate).name],
      ...(artNames(pass.placements).length ? [['Art', artNames(pass.placements).join(', ')] as [string, string]] : []),
      ...(window
        ? [
            ['Not before', formatDuration(window.notBefore)] as [string, string],
            ['Best', formatDuration(window.best)] as [string, string],
            ['Not after', formatDuration(window.notAfter)] as [string, string],
          ]
        : []),
      ...figures.filter(f => f.id !== 'cost').map((f): [string, string] => [f.label, units.figure(f)]),
    ]
    return {
      title: capital(passWords({ ...pass, done: [] })),
      facts,
      drawing: paperDrawing(shapeOfPass(pass)),
      warnings: remarksSaid(warnings),
      refusals: remarksSaid(refusals),
      steps: plan?.steps ?? [],
    }
  }
  const recordRun = (run: RecordedRun): RecordRun => ({
    title: `${countOf(run.pieces.length, run.noun)}${run.passes > 1 ? `, pass ${run.passNo} of ${run.passes}` : ''}`,
    facts: [
      ['Begun', houseTime.format(run.startedAt, 'EEEE d MMMM yyyy, HH:mm')],
      ['Finished', run.endedAt === null ? 'still running' : houseTime.format(run.endedAt, 'EEEE d MMMM yyyy, HH:mm')],
      ['Etched with', studio.lot(run.lotId)?.productName ?? 'a bottle that has been put away'],
      ['By', run.people.map(p => studio.nameOf(p.id)).join(', ')],
      ['Work', formatDuration(Math.round(run.worked))],
    ],
    pieces: run.pieces.map(p => ({
      name: `${capital(run.noun)} ${p.number}${p.name ? `, ${p.name}` : ''}`,
      dwell: p.dwell === null ? '–' : formatDuration(Math.round(p.dwell)),
      against: againstWords(p),
      result: p.withdrawn ? 'taken out' : (p.result ?? '–'),
      seen: seenOnPiece(p).join('; '),
    })),
  })

  async function sheet(record: JobRecord) {
    const { jobSheet } = await import('#core/papers/job')
    const open = record.job.passes.filter(p => p.status !== 'dropped')
    keepFile('job-sheet.pdf', 'application/pdf', await jobSheet(headOf(record), open.map(sheetPass)))
  }
  async function written(record: JobRecord) {
    const { jobRecordPaper } = await import('#core/papers/job')
    const taken = record.taken.filter(t => t.change < 0).map(t => `${words.amount(t.kind, -t.change)} of ${t.name}`)
    keepFile('job-record.pdf', 'application/pdf', await jobRecordPaper(headOf(record), record.runs.map(recordRun), taken))
  }
  /** One card for each piece of each set: how to keep it goes by the last pass that is put on it. */
  async function cards(record: JobRecord) {
    const { careCards } = await import('#core/papers/care')
    const last = record.job.passes.filter(p => p.no === p.of)
    const all = last.flatMap((pass) => {
      const lot = studio.lot(pass.lotId)!
      const recipe = recipeOf(pass)
      const lines = careCard({
        substrate: substrateKind(pass.substrate),
        kind: etchantKind(lot.kind),
        finish: pass.finish,
        food: (pass.answers.food ?? 'none') !== 'none',
        cares: recipe.judgement.cares,
      })
      return Array.from({ length: pass.pieces }, (_, i) => ({
        noun: pass.noun,
        name: pass.names[i] ?? '',
        lines,
        drawing: paperDrawing(shapeOfPiece(shapeOfPass(pass), i + 1)),
      }))
    })
    keepFile('care-cards.pdf', 'application/pdf', await careCards(studio.studio!.name, all))
  }
  return { sheet, written, cards }
}
