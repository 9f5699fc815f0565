import { Area } from '../../platform/area';
import { KeptParts, PersonParts } from '../keeping';
import { WholeFileParts } from '../whole-file';
import { QuestionnaireAnswering } from './answering.service';
import { QuestionnaireAsking } from './asking.service';
import { QuestionnairePrint } from './print.service';
import { QuestionnaireBook } from './questionnaire-book.service';
import { QuestionnaireKind } from './questionnaire-kind';
import { QuestionnairesKept } from './questionnaires-kept.queries';
import { QuestionnairesController, QuestionnairesPortalController } from './questionnaires.controller';
import { QuestionnaireQueries } from './questionnaires.queries';
import { AnswersIntoRecord } from './record.service';
import { QuestionnaireTemplates } from './templates.service';

@Area({
  controllers: [QuestionnairesController, QuestionnairesPortalController],
  services: [
    QuestionnaireQueries,
    QuestionnaireKind,
    QuestionnaireBook,
    QuestionnaireTemplates,
    QuestionnaireAsking,
    QuestionnaireAnswering,
    AnswersIntoRecord,
    QuestionnairePrint,
    QuestionnairesKept,
  ],
})
export class QuestionnairesModule {
  constructor(file: WholeFileParts, kept: KeptParts, people: PersonParts, answers: QuestionnairesKept) {
    kept.bring(answers);
    people.bring(35, answers);
    file.bring(54, (work, of) => answers.wholeFile(work, of));
  }
}
