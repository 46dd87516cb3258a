/** Something stands in the way: said in one sentence, no stack. */
export class Stop extends Error {}

export const say = text => console.log(`  ${text}`)
export const heading = text => console.log(`\n${text}`)

/** Runs `main`; a Stop becomes one sentence and exit code 1. */
export async function runMain(main) {
  try {
    await main()
  }
  catch (error) {
    if (!(error instanceof Stop)) throw error
    console.error(`\nCrest stopped: ${error.message}`)
    process.exitCode = 1
  }
}
