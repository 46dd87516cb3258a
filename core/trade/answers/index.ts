import type { SubstrateId } from '../materials'
import { commonPractice } from '../../basics/source'
import type { Source } from '../../basics/source'

export const QUESTION_IDS = ['irreplaceable', 'food', 'lip', 'child'] as const
export type QuestionId = (typeof QUESTION_IDS)[number]

/** What an answer leads to. */
export interface Consequence {
  /** The job can't be done like this; what to do instead. */
  refuse?: string
  /** Said in the plan. */
  warn?: string
  /** Lip and inside are masked at the bench. */
  keepOffLip?: boolean
}

export interface QuestionOption {
  id: string
  text: string
  /** The answer without its question: `can be replaced`. */
  said: string
  /** By substrate, the first that fits; `substrates` absent: all. */
  leadsTo: readonly ({ substrates?: readonly SubstrateId[] } & Consequence)[]
}

export interface Question {
  id: QuestionId
  text: string
  why: string
  options: readonly QuestionOption[]
  source: Source
}

const LEADED: readonly SubstrateId[] = ['crystal', 'ceramic', 'coated-glass']
/** Cake servers and knives are etched on the face, rinsed and used. */
const SERVERS: readonly SubstrateId[] = ['stainless', 'stainless-coloured']
const METAL: readonly SubstrateId[] = ['stainless', 'stainless-coloured', 'copper', 'brass', 'aluminium', 'zinc', 'silver-plate']

/** Answered by a lead only: frost up to the outside rim. */
export const RIM_DECIDED = 'rim-decided'

/** Asked of every piece, answered by a person, recorded with the job. */
export const QUESTIONS: readonly Question[] = [
  {
    id: 'irreplaceable',
    text: 'Could it be replaced?',
    why: 'An etch cannot be undone.',
    source: commonPractice('heirlooms are refused or need a deliberate acknowledgement'),
    options: [
      { id: 'replaceable', text: 'Yes, another can be had', said: 'can be replaced', leadsTo: [{}] },
      {
        id: 'irreplaceable',
        text: 'No: an heirloom or antique',
        said: 'can\'t be replaced',
        leadsTo: [{ refuse: 'It cannot be replaced and an etch cannot be undone. Turn it down, or have its owner agree and answer so.' }],
      },
      {
        id: 'agreed',
        text: 'No, and its owner agreed knowing that',
        said: 'can\'t be replaced, as its owner agreed',
        leadsTo: [{ warn: 'It cannot be replaced: its owner agreed that an etch cannot be undone.' }],
      },
    ],
  },
  {
    id: 'food',
    text: 'Does food or drink touch the etched side?',
    why: 'Frost holds stains, and some ware gives off what is in it.',
    source: commonPractice(),
    options: [
      { id: 'none', text: 'No food near it', said: 'no food near it', leadsTo: [{}] },
      { id: 'outside', text: 'The other side only', said: 'food on the other side only', leadsTo: [{ keepOffLip: true }] },
      {
        id: 'touches',
        text: 'Yes, the etched side',
        said: 'food on the etched side',
        leadsTo: [
          {
            substrates: LEADED,
            refuse:
              'Lead crystal, glaze and painted glass may give off lead or colour where they are etched. Etch the side that no food '
              + 'touches.',
          },
          { substrates: SERVERS, warn: 'Stainless steel: rinsed and washed well after the etch, it may meet food as before.' },
          {
            substrates: METAL,
            refuse: 'Etched copper, brass and light metals give off metal, and silver plate wears. Etch the side no food touches.',
          },
          { warn: 'Frost holds stains: wash it twice before it is given, and say so on the care card.', keepOffLip: true },
        ],
      },
    ],
  },
  {
    id: 'lip',
    text: 'Does the art reach the lip or the inside?',
    why: 'Frost is rough to a mouth and hard to keep clean.',
    source: commonPractice('frost is kept off lip and inside'),
    options: [
      { id: 'clear', text: 'No, it stays clear', said: 'art clear of the lip', leadsTo: [{}] },
      { id: 'not-a-vessel', text: 'It has none', said: 'has no lip', leadsTo: [{}] },
      {
        id: 'lip',
        text: 'It reaches the lip',
        said: 'art reaches the lip',
        leadsTo: [{ refuse: 'Frost belongs 10 mm below where lips touch. Move the art down, or have a lead decide and answer so.' }],
      },
      {
        id: RIM_DECIDED,
        text: 'Up to the outside rim, and a lead decided so',
        said: 'frost up to the rim, as a lead decided',
        leadsTo: [
          { warn: 'Frost up to the outside rim, as a lead decided: stop the inside shut, so that no cream runs in.' },
        ],
      },
      {
        id: 'inside',
        text: 'It is inside',
        said: 'art inside',
        leadsTo: [{ refuse: 'Frost does not belong inside a vessel. Etch the outside, mirrored if it is read through the glass.' }],
      },
    ],
  },
  {
    id: 'child',
    text: 'Is it for a child?',
    why: 'Children put things in their mouths.',
    source: commonPractice(),
    options: [
      { id: 'no', text: 'No', said: 'not for a child', leadsTo: [{}] },
      {
        id: 'yes',
        text: 'Yes',
        said: 'for a child',
        leadsTo: [
          { substrates: LEADED, refuse: 'Lead crystal, glaze and painted glass are not for children once etched. Choose plain glass.' },
          { substrates: METAL, refuse: 'Etched metal may give off metal in a child\'s mouth. Choose plain glass.' },
          { warn: 'For a child: no frost where a mouth reaches, washed twice, no ink.', keepOffLip: true },
        ],
      },
    ],
  },
]

export type Answers = Partial<Record<QuestionId, string>>

/** What an answer leads to, or that one is missing, by code; {@link answerWords} says it. */
export type AnswerRemark
  = | { code: 'answered', question: QuestionId, option: string, substrate: SubstrateId }
    | { code: 'rim-for-child' }
    | { code: 'unanswered', questions: QuestionId[] }

export interface AnswerOutcome {
  refusals: AnswerRemark[]
  warnings: AnswerRemark[]
  keepOffLip: boolean
}

const consequenceOf = (option: QuestionOption, substrate: SubstrateId) =>
  option.leadsTo.find(l => !l.substrates || l.substrates.includes(substrate))!

/** What the answers lead to on this substrate. A question without an answer keeps the job off the bench. */
export function weighAnswers(answers: Answers, substrate: SubstrateId): AnswerOutcome {
  const outcome: AnswerOutcome = { refusals: [], warnings: [], keepOffLip: false }
  const questions: QuestionId[] = []
  for (const question of QUESTIONS) {
    const option = question.options.find(o => o.id === answers[question.id])
    if (!option) {
      questions.push(question.id)
      continue
    }
    const { refuse, warn, keepOffLip } = consequenceOf(option, substrate)
    const remark: AnswerRemark = { code: 'answered', question: question.id, option: option.id, substrate }
    if (refuse) outcome.refusals.push(remark)
    if (warn) outcome.warnings.push(remark)
    outcome.keepOffLip ||= keepOffLip ?? false
  }
  if (answers.lip === RIM_DECIDED) {
    if (answers.child === 'yes') outcome.refusals.push({ code: 'rim-for-child' })
    // What is frosted up to its rim can't have the rim taped.
    outcome.keepOffLip = false
  }
  if (questions.length > 0) outcome.refusals.push({ code: 'unanswered', questions })
  return outcome
}

const questionOf = (id: QuestionId) => QUESTIONS.find(q => q.id === id)!

/** The sentence for it, as it stands beside the answer in {@link QUESTIONS}. */
export function answerWords(remark: AnswerRemark): string {
  if (remark.code === 'rim-for-child') return 'For a child no frost where a mouth reaches, whoever decided so. Move the art down.'
  if (remark.code === 'unanswered') return `Not answered yet: ${remark.questions.map(q => questionOf(q).text).join(' ')}`
  const option = questionOf(remark.question).options.find(o => o.id === remark.option)!
  const { refuse, warn } = consequenceOf(option, remark.substrate)
  return refuse ?? warn ?? ''
}
