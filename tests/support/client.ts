import { v7 } from 'uuid'
import { BLANK_PLAN, jobOf, planOf } from '../../shared/jobs'
import type { JobForm, PlacementForm, PlanForm } from '../../shared/jobs'
import type { Job, Pass } from '../../shared/passes'
import type { RunPlan } from '../../core/plan/run-plan'
import { rulesForm } from '../../shared/studio'
import type { Studio } from '../../shared/studio'
import type { LotForm } from '../../shared/shelf'
import type { SupplyForm } from '../../shared/stock'
import { HOUSE_ZONE } from './house'

export interface Answer<T> {
  status: number
  body: T & { error?: string, fields?: Record<string, string>, code?: string }
  headers: Headers
}

/** Talks to the API as a browser on our own pages would, keeping its cookie. */
export class Client {
  cookie = ''
  /** Given again where the server asks for it, as a person does; empty: never. */
  password = ''
  constructor(readonly url: string) {}

  async ask<T = Record<string, unknown>>(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<Answer<T>> {
    const response = await fetch(`${this.url}/api/${path}`, {
      method,
      headers: { ...(body === undefined ? {} : { 'content-type': 'application/json' }), origin: this.url, cookie: this.cookie, ...headers },
      body: body === undefined ? undefined : JSON.stringify(body),
    })
    const set = response.headers.get('set-cookie')
    if (set) this.cookie = set.split(';')[0]!
    const answer = (await response.json().catch(() => ({}))) as Answer<T>['body']
    if (answer.code === 'password' && (await this.givesPassword())) return this.ask(method, path, body, headers)
    return { status: response.status, body: answer, headers: response.headers }
  }

  private givesPassword = async () =>
    this.password !== '' && (await this.post('session/password', { password: this.password })).status === 200

  /** Bytes as they are, both ways. */
  raw = async (path: string, method: string, bytes?: Uint8Array): Promise<Response> => {
    const response = await fetch(`${this.url}/api/${path}`, {
      method,
      headers: { ...(bytes ? { 'content-type': 'font/sfnt' } : {}), origin: this.url, cookie: this.cookie },
      ...(bytes ? { body: bytes as BodyInit } : {}),
    })
    const asks = response.status === 403 && ((await response.clone().json()) as { code?: string }).code === 'password'
    return asks && (await this.givesPassword()) ? this.raw(path, method, bytes) : response
  }

  get = <T = Record<string, unknown>>(path: string) => this.ask<T>('GET', path)
  post = <T = Record<string, unknown>>(path: string, body: unknown = {}) => this.ask<T>('POST', path, body)
  put = <T = Record<string, unknown>>(path: string, body: unknown) => this.ask<T>('PUT', path, body)
  patch = <T = Record<string, unknown>>(path: string, body: unknown) => this.ask<T>('PATCH', path, body)
  signIn = (name: string, password: string) => {
    this.password = password
    return this.post('session', { name, password })
  }
}

export const LEAD = { studio: 'Test quay', timeZone: HOUSE_ZONE, name: 'Lea Lead', password: 'lead-password' }
export const MATE = { name: 'Moss Mate', role: 'crew', password: 'mate-password', pin: '4711' }

/** Answers that lead to nothing. */
export const FINE_ANSWERS = { irreplaceable: 'replaceable', food: 'none', lip: 'clear', child: 'no' }

/** A bottle that is tried before it is used: a run with it begins with a gate. */
export const OLD: Partial<LotForm> = { openedOn: '2020-01-01' }

export const supplyForm = (change: Partial<SupplyForm> = {}): SupplyForm => ({
  kind: 'bicarbonate', name: 'Bicarbonate', pack: '1 kg', left: '800 g', reorder: '', price: '5', openedOn: '', expiresOn: '', ...change,
})

export const lotForm = (change: Partial<LotForm> = {}): LotForm => ({
  productName: 'Quay general cream',
  kind: 'general-cream',
  labelMin: '5 min',
  labelMax: '5 min',
  reusable: true,
  openedOn: '',
  size: '120 mL',
  left: '100 mL',
  price: '18',
  couponBest: '',
  strength: '',
  medium: '',
  grit: '',
  secondsPerCm2: '',
  ...change,
})

/** What a plan says, its one stencil told with the rest. */
export type PlanChange = Partial<PlanForm & PlacementForm>

export const planForm = (lotId: string, change: PlanChange = {}): PlanForm => ({
  ...BLANK_PLAN,
  customer: 'Rowing club',
  dueOn: '2030-06-01',
  noun: 'tumbler',
  pieces: '4',
  height: '110 mm',
  girth: '9 1/2"',
  answers: FINE_ANSWERS,
  lotId,
  ...planOf({ artWidth: '60', artHeight: '45 mm', openFraction: '35 %', ...change }),
})

/** A job of four tumblers, etched once. */
export const jobForm = (lotId: string, change: PlanChange = {}): JobForm => jobOf(planForm(lotId, change), { set: v7(), pass: v7() })

/** The first pass of a job. */
export const firstPass = async (client: Client, jobId: string): Promise<Pass> => (await client.get<Job>(`jobs/${jobId}`)).body.passes[0]!

/** Takes the first pass of a job to the bench. */
export const startPass = async (client: Client, jobId: string, body: { runId: string, pieces?: number[] }) =>
  client.post(`passes/${(await firstPass(client, jobId)).id}/run`, body)

/** A studio with a lead signed in and one crew member. */
export async function newStudio(url: string): Promise<{ lead: Client, mate: Client, mateId: string, leadId: string }> {
  const lead = new Client(url)
  const first = await lead.post<{ signedIn: { person: { id: string } } }>('first-run', LEAD)
  lead.password = LEAD.password
  if (first.status !== 200) throw new Error(`First run: ${first.status} ${first.body.error}`)
  const { body: studio } = await lead.get<Studio>('studio')
  await lead.put('studio', { ...studio, rules: rulesForm(studio.rules), emergencyNumber: '112' })
  const {
    body: { id },
  } = await lead.post<{ id: string }>('crew', MATE)
  const mate = new Client(url)
  await mate.signIn(MATE.name, MATE.password)
  return { lead, mate, mateId: id, leadId: first.body.signedIn.person.id }
}

export async function newLot(lead: Client, change: Partial<LotForm> = {}): Promise<string> {
  const id = v7()
  await lead.post('lots', { id, lot: lotForm(change) })
  return id
}

export async function newRun(
  client: Client,
  lotId: string,
  change: PlanChange = {},
): Promise<{ jobId: string, passId: string, runId: string }> {
  const jobId = v7()
  const runId = v7()
  const job = jobForm(lotId, change)
  await client.post('jobs', { id: jobId, job })
  const started = await startPass(client, jobId, { runId })
  if (started.status !== 200) throw new Error(`Run: ${started.status} ${started.body.error}`)
  return { jobId, passId: job.sets[0]!.passes[0]!.id, runId }
}

/** A flat brass tag under ferric chloride, and a mirror's back under the gun: what a job for each asks. */
export const TAG_JOB = {
  noun: 'tag',
  pieces: '2',
  surface: 'flat' as const,
  substrate: 'brass' as const,
  height: '60 mm',
  girth: '90 mm',
  artWidth: '38',
  artHeight: '20',
  openFraction: '40 %',
  resist: 'rub-on' as const,
  answers: { ...FINE_ANSWERS, lip: 'not-a-vessel' },
}
export const MIRROR_JOB = {
  noun: 'mirror',
  pieces: '1',
  surface: 'flat' as const,
  substrate: 'mirror-back' as const,
  height: '300 mm',
  girth: '200 mm',
  artWidth: '120',
  artHeight: '90',
  openFraction: '50 %',
  resist: 'blast-mask' as const,
  answers: { ...FINE_ANSWERS, lip: 'not-a-vessel' },
}
export const FERRIC: Partial<LotForm> = {
  productName: 'Quay ferric chloride',
  kind: 'ferric-chloride',
  labelMin: '15 min',
  labelMax: '15 min',
  reusable: false,
  strength: '42 °Bé',
  size: '500 mL',
  left: '400 mL',
}
export const GRIT: Partial<LotForm> = {
  productName: 'Quay oxide',
  kind: 'abrasive',
  labelMin: '',
  labelMax: '',
  size: '5 kg',
  left: '4 kg',
  medium: 'aluminium-oxide',
  grit: 'F150',
}

/** Gates ticked and plain steps done through the API, until the named step is next. */
export async function upToStep(client: Client, runId: string, stepId: string): Promise<void> {
  const {
    body: { plan },
  } = await client.get<{ plan: RunPlan }>(`runs/${runId}`)
  const at = plan.steps.findIndex(s => s.id === stepId)
  if (at === -1) throw new Error(`This run has no step ${stepId}.`)
  const before = plan.steps.slice(0, at)
  const events = before.flatMap(s =>
    s.kind === 'gate'
      ? s.items!.map(item => event({ kind: 'gate.ticked', step: s.id, item: item.id }))
      : s.kind === 'try'
        ? [event({ kind: 'try.started' }), event({ kind: 'try.judged', result: 'good' })]
        : [event({ kind: 'step.done', step: s.id })],
  )
  await client.post(`runs/${runId}/events`, { events })
}

export const event = (part: Record<string, unknown>, at = Date.now()) => ({ id: v7(), at, deviceTime: at, ...part })
