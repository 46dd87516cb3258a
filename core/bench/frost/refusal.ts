/** Why a picture gives no reading. */
export type FrostProblem
  = | 'corners' | 'off-picture' | 'too-small' | 'black' | 'burnt' | 'no-card' | 'dark-card' | 'no-frost' | 'no-clear' | 'not-found'
    | 'no-picture' | 'too-large'

const WORDS: Record<FrostProblem, string> = {
  'corners': 'Those corners make no proper frame. Put them round the art in order: upper left, upper right, lower right, lower left.',
  'off-picture': 'Part of the art lies outside the picture. Take another with the whole art in it and some clear glass round it.',
  'too-small': 'The art is too small in this picture. Go closer until it fills most of the frame.',
  'black': 'The picture is nearly black. Take another with more light on the frost.',
  'burnt': 'The frost is burnt out to pure white, so nothing can be told from it. Take another with less light or a darker exposure.',
  'no-card': 'There is no dark card behind the glass, so clear glass looks as bright as frost. Put black card inside or behind it.',
  'dark-card':
    'By this card the frost would be brighter than white: the card is darker than the house rule says. Set its L* lower there, or use the '
    + 'usual card.',
  'no-frost':
    'Where the art should be, hardly anything is brighter than the card. Check the corners; if they are right, the frost is too faint.',
  'no-clear':
    'No clear glass can be seen round the art, so uneven light can\'t be taken out. Take another with a finger\'s width of glass round it.',
  'not-found': 'The art was not found by itself. Drag the four corners onto the frame of the art.',
  'no-picture': 'That file is no picture that can be read here. Take it again, or save it as JPEG or PNG.',
  'too-large': 'This picture has more than 60 megapixels. Save it smaller: 12 are plenty.',
}

/** The picture gives no reading; its message says why, and what to do. */
export class FrostRefused extends Error {
  constructor(readonly code: FrostProblem) {
    super(WORDS[code])
  }
}
