import './house'
import type { TestProject } from 'vitest/node'
import { startApp } from './app'
import { testCluster } from './cluster'

declare module 'vitest' {
  export interface ProvidedContext {
    appUrl: string
    secondUrl: string
    databaseUrl: string
    emptyUrl: string
  }
}

/** One cluster for all integration tests: a studio's database with two app processes, and one that is not set up. */
export default async function setup(project: TestProject) {
  const cluster = await testCluster()
  const databaseUrl = await cluster.database('integration')
  const apps = [await startApp(databaseUrl), await startApp(databaseUrl), await startApp(await cluster.database('empty'))]
  project.provide('databaseUrl', databaseUrl)
  project.provide('appUrl', apps[0]!.url)
  project.provide('secondUrl', apps[1]!.url)
  project.provide('emptyUrl', apps[2]!.url)
  return async () => {
    await Promise.all(apps.map(app => app.kill()))
    await cluster.destroy()
  }
}
