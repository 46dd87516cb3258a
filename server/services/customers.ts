import type { Customer, CustomerEntry, CustomerExport, CustomerJob } from '#shared/customers'
import { jobStatus, jobWords } from '#shared/passes'
import { inTransaction } from '../db/pool'
import type { Db } from '../db/pool'
import * as customers from '../db/queries/customers'
import { jobById } from '../db/queries/jobs'
import type { Context } from './context'
import { notify } from './context'
import { editedMeanwhile, leadsOnly, notFound, Refusal } from './refusal'

const taken = (name: string) =>
  new Refusal(409, `There is a customer called ${name} already.`, { name: 'Somebody else has this name. Add what tells them apart.' })

/** @throws Refusal 409 where the name is somebody else's */
async function named<T>(name: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  }
  catch (error) {
    if ((error as { code?: string }).code === '23505') throw taken(name)
    throw error
  }
}

export async function oneCustomer(db: Db, id: string): Promise<Customer & { orders: CustomerJob[] }> {
  const customer = await customers.customerById(db, id)
  if (!customer) throw notFound('customer')
  const orders: CustomerJob[] = []
  for (const jobId of await customers.jobsOfCustomer(db, id)) {
    const job = (await jobById(db, jobId))!
    orders.push({ id: jobId, dueOn: job.dueOn, what: jobWords(job.passes), status: jobStatus(job.passes) })
  }
  return { ...customer, orders }
}

/** @param id made by the client: sent twice, stored once */
export async function addCustomer(context: Context, id: string, entry: CustomerEntry): Promise<Customer> {
  return inTransaction(context.pool, async (db) => {
    await named(entry.name, () => customers.insertCustomer(db, id, entry, context.now()))
    return (await customers.customerById(db, id))!
  })
}

export async function changeCustomer(context: Context, id: string, entry: CustomerEntry, version: number): Promise<Customer> {
  return inTransaction(context.pool, async (db) => {
    if (!(await customers.customerById(db, id))) throw notFound('customer')
    if (!(await named(entry.name, () => customers.updateCustomer(db, id, entry, version)))) throw editedMeanwhile()
    await customers.renameJobsOf(db, id, entry.name)
    await notify(db, { topic: 'today' })
    return (await customers.customerById(db, id))!
  })
}

/** All that is kept of them, in an open format: docs/exports.md. */
export async function exportCustomer(context: Context, id: string): Promise<CustomerExport> {
  const customer = await customers.customerById(context.pool, id)
  if (!customer) throw notFound('customer')
  const { name, email, phone, address, likes } = customer
  const jobs: CustomerExport['jobs'] = []
  for (const jobId of await customers.jobsOfCustomer(context.pool, id)) {
    const job = (await jobById(context.pool, jobId))!
    const { dueOn, entered } = job
    const finishedRuns = await customers.finishedRunsOf(context.pool, jobId)
    jobs.push({ id: jobId, dueOn, createdAt: new Date(job.createdAt).toISOString(), form: entered, finishedRuns })
  }
  return {
    format: 'crest-customer',
    version: 1,
    writtenAt: context.now().toISOString(),
    customer: { id, name, email, phone, address, likes },
    jobs,
  }
}

/** Somebody asked to be forgotten. @throws Refusal 409 while anything of theirs is still to be made */
export async function eraseCustomer(context: Context, id: string): Promise<void> {
  if (context.role !== 'lead') throw leadsOnly()
  await inTransaction(context.pool, async (db) => {
    const customer = await customers.customerById(db, id)
    if (!customer) throw notFound('customer')
    if (customer.erased) return
    if (customer.open > 0) throw new Refusal(409, `${customer.name} still has open jobs. Finish or drop them first.`)
    await customers.eraseCustomer(db, id, context.now())
    await notify(db, { topic: 'today' })
  })
}
