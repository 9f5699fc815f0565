import { heavyTask } from '../../platform/heavy';
import type { QuestionnaireText } from './draw-questionnaire';

/** Draws a questionnaire to be filled in by hand. @param at milliseconds since 1970, written into the file */
export const DrawQuestionnaire = heavyTask<{ text: QuestionnaireText; at: number }, Uint8Array>('draw a questionnaire');
