import type { Questionnaire } from '../questionnaires';

/** A questionnaire as it is supplied: the firm takes it over and makes it its own. */
export interface SuppliedQuestionnaire {
  name: string;
  what: string;
  definition: Questionnaire;
}

const is = (key: string, value: string | boolean) => ({ fact: `answer:${key}`, is: value });

const PERSONAL_RETURN: Questionnaire = {
  sections: [
    {
      key: 'you',
      name: 'You and your family',
      questions: [
        { key: 'address', kind: 'address', words: 'Where do you live?', required: true, into: { fact: 'address' } },
        { key: 'moved', kind: 'yes or no', words: 'Did you move during the year?', required: true },
        { key: 'moved-on', kind: 'date', words: 'On which day did you move?', required: true, onlyIf: is('moved', true) },
        { key: 'married', kind: 'one of', words: 'Are you', choices: ['single', 'married or in a civil partnership', 'separated', 'widowed'], required: true },
        {
          key: 'spouse',
          kind: 'person',
          words: 'Your spouse or partner',
          required: true,
          onlyIf: is('married', 'married or in a civil partnership'),
          into: { contact: true },
        },
        { key: 'children', kind: 'table', words: 'Children who live with you', columns: ['Name', 'Born on', 'At school or college'] },
      ],
    },
    {
      key: 'income',
      name: 'What came in',
      questions: [
        {
          key: 'kinds',
          kind: 'many of',
          words: 'From which of these did you have income?',
          choices: ['a job', 'a pension', 'a trade of my own', 'rent', 'interest or dividends', 'abroad', 'something sold'],
          required: true,
        },
        {
          key: 'employers',
          kind: 'table',
          words: 'Your employers',
          columns: ['Employer', 'From', 'Until'],
          required: true,
          onlyIf: { fact: 'answer:kinds:a job', is: true },
        },
        {
          key: 'rented',
          kind: 'table',
          words: 'What you let',
          columns: ['Address', 'Rent for the year', 'Loan interest'],
          required: true,
          onlyIf: { fact: 'answer:kinds:rent', is: true },
        },
        {
          key: 'abroad',
          kind: 'long text',
          words: 'What came from abroad, and from where?',
          required: true,
          onlyIf: { fact: 'answer:kinds:abroad', is: true },
        },
        {
          key: 'sold',
          kind: 'long text',
          words: 'What did you sell, when, and for how much?',
          help: 'Land, a house, shares, a business.',
          required: true,
          onlyIf: { fact: 'answer:kinds:something sold', is: true },
        },
        { key: 'certificates', kind: 'file', words: 'Certificates of interest, dividends and pensions' },
      ],
    },
    {
      key: 'reliefs',
      name: 'What you paid',
      questions: [
        { key: 'medical', kind: 'money', words: 'Medical costs that nobody paid back' },
        { key: 'pension', kind: 'money', words: 'What you paid into a pension yourself' },
        { key: 'gifts', kind: 'yes or no', words: 'Did you give to charities?', required: true },
        { key: 'gifts-sum', kind: 'money', words: 'How much, in all?', required: true, onlyIf: is('gifts', true) },
      ],
    },
    {
      key: 'refund',
      name: 'To close',
      questions: [
        { key: 'account', kind: 'bank account', words: 'To which account is a refund paid?', into: { fact: 'iban' } },
        { key: 'complete', kind: 'statement', words: 'I have named all of my income, from wherever it came.', required: true },
      ],
    },
  ],
};

const NEW_COMPANY: Questionnaire = {
  sections: [
    {
      key: 'company',
      name: 'The company',
      questions: [
        { key: 'number', kind: 'short text', words: 'Company number', required: true, into: { fact: 'companyNumber' } },
        { key: 'trade', kind: 'short text', words: 'What does it do, in a few words?', required: true, into: { fact: 'trade' } },
        { key: 'address', kind: 'address', words: 'Registered office', required: true, into: { fact: 'address' } },
        {
          key: 'year-end',
          kind: 'date',
          words: 'On which day does its year end?',
          help: 'Any year: only day and month count.',
          required: true,
          into: { fact: 'yearEnd' },
        },
      ],
    },
    {
      key: 'registers',
      name: 'Taxes',
      questions: [
        { key: 'tax-number', kind: 'short text', words: 'Tax number', into: { fact: 'taxNumber' } },
        { key: 'vat', kind: 'yes or no', words: 'Is it registered for VAT?', required: true, into: { fact: 'vatRegistered' } },
        { key: 'vat-number', kind: 'short text', words: 'VAT number', required: true, onlyIf: is('vat', true), into: { fact: 'vatNumber' } },
        { key: 'vat-from', kind: 'date', words: 'Registered since', onlyIf: is('vat', true), into: { fact: 'vatFrom' } },
        {
          key: 'vat-group',
          kind: 'one of',
          words: 'Which two months does a return cover?',
          choices: ['Jan-Feb', 'Feb-Mar'],
          onlyIf: is('vat', true),
          into: { fact: 'vatGroup' },
        },
        { key: 'employer', kind: 'yes or no', words: 'Does it pay anybody a wage?', required: true, into: { fact: 'employer' } },
        { key: 'employer-from', kind: 'date', words: 'An employer since', onlyIf: is('employer', true), into: { fact: 'employerFrom' } },
        { key: 'people', kind: 'number', words: 'How many people does it pay?', required: true, onlyIf: is('employer', true) },
      ],
    },
    {
      key: 'people',
      name: 'People',
      questions: [
        { key: 'director', kind: 'person', words: 'Who speaks for it?', help: 'A director whom we may ask.', required: true, into: { contact: true } },
        { key: 'owners', kind: 'table', words: 'Everybody who owns a quarter of it or more', columns: ['Name', 'Share', 'Born on'], required: true },
        { key: 'documents', kind: 'file', words: 'Passport page of each of them' },
        { key: 'before', kind: 'yes or no', words: 'Did another accountant look after it before?', required: true },
        { key: 'before-who', kind: 'short text', words: 'Who, and where can they be reached?', required: true, onlyIf: is('before', true) },
      ],
    },
    {
      key: 'money',
      name: 'Money',
      questions: [
        { key: 'account', kind: 'bank account', words: 'Its bank account', into: { fact: 'iban' } },
        { key: 'agreed', kind: 'statement', words: 'What is said here is right, and I may say it for the company.', required: true },
      ],
    },
  ],
};

const NEW_PERSON: Questionnaire = {
  sections: [
    {
      key: 'you',
      name: 'You',
      questions: [
        { key: 'address', kind: 'address', words: 'Where do you live?', required: true, into: { fact: 'address' } },
        { key: 'tax-number', kind: 'short text', words: 'Your tax number', into: { fact: 'taxNumber' } },
        { key: 'trade', kind: 'short text', words: 'What do you work as?', required: true, into: { fact: 'trade' } },
        { key: 'own-trade', kind: 'yes or no', words: 'Do you work for yourself?', required: true },
        { key: 'since', kind: 'date', words: 'Since when?', required: true, onlyIf: is('own-trade', true) },
        { key: 'employer', kind: 'yes or no', words: 'Do you pay anybody a wage?', required: true, onlyIf: is('own-trade', true), into: { fact: 'employer' } },
        { key: 'vat', kind: 'yes or no', words: 'Are you registered for VAT?', required: true, onlyIf: is('own-trade', true), into: { fact: 'vatRegistered' } },
        { key: 'vat-number', kind: 'short text', words: 'VAT number', required: true, onlyIf: is('vat', true), into: { fact: 'vatNumber' } },
      ],
    },
    {
      key: 'proof',
      name: 'Who you are',
      questions: [
        { key: 'passport', kind: 'file', words: 'A picture of your passport page', help: 'We have to know with whom we work.', required: true },
        { key: 'proof-of-address', kind: 'file', words: 'A bill that shows your address, not older than three months', required: true },
        { key: 'account', kind: 'bank account', words: 'Your bank account', into: { fact: 'iban' } },
        { key: 'agreed', kind: 'statement', words: 'What is said here is right.', required: true },
      ],
    },
  ],
};

const YEAR_END: Questionnaire = {
  sections: [
    {
      key: 'year',
      name: 'The year',
      questions: [
        { key: 'period', kind: 'period', words: 'Which year are the accounts for?', required: true },
        { key: 'changed', kind: 'long text', words: 'What changed in the business this year?' },
        { key: 'stock', kind: 'yes or no', words: 'Did you hold stock on the last day?', required: true },
        { key: 'stock-value', kind: 'money', words: 'What was it worth, at cost?', required: true, onlyIf: is('stock', true) },
        { key: 'stock-list', kind: 'file', words: 'The list as it was counted', required: true, onlyIf: is('stock', true) },
      ],
    },
    {
      key: 'assets',
      name: 'Bought, sold, owed',
      questions: [
        { key: 'bought', kind: 'table', words: 'Machines, vehicles and equipment that you bought', columns: ['What', 'When', 'Price'] },
        { key: 'sold', kind: 'table', words: 'And those that you sold or gave away', columns: ['What', 'When', 'Price'] },
        { key: 'loans', kind: 'yes or no', words: 'Did anybody lend the company money, or the company lend any?', required: true },
        { key: 'loans-what', kind: 'long text', words: 'Who, how much, on which terms?', required: true, onlyIf: is('loans', true) },
        { key: 'bad', kind: 'table', words: 'Customers who will not pay', columns: ['Customer', 'How much', 'Since when'] },
        { key: 'after', kind: 'long text', words: 'Anything after the year-end that the accounts should tell?' },
      ],
    },
    {
      key: 'directors',
      name: 'Directors',
      questions: [
        { key: 'dividend', kind: 'yes or no', words: 'Was a dividend paid?', required: true },
        { key: 'dividend-sum', kind: 'money', words: 'How much, in all?', required: true, onlyIf: is('dividend', true) },
        { key: 'drawn', kind: 'money', words: 'What directors took for themselves beside their wage' },
        { key: 'complete', kind: 'statement', words: 'The books hold everything that happened in the year.', required: true },
      ],
    },
  ],
};

const PAYROLL_STARTER: Questionnaire = {
  sections: [
    {
      key: 'person',
      name: 'Who begins',
      questions: [
        { key: 'who', kind: 'person', words: 'Whom do you take on?', required: true },
        { key: 'address', kind: 'address', words: 'Where do they live?', required: true },
        { key: 'tax-number', kind: 'short text', words: 'Their tax number', required: true },
        { key: 'begins', kind: 'date', words: 'First day of work', required: true },
      ],
    },
    {
      key: 'pay',
      name: 'What they are paid',
      questions: [
        { key: 'by', kind: 'one of', words: 'Are they paid by', choices: ['the hour', 'the week', 'the month'], required: true },
        { key: 'rate', kind: 'money', words: 'How much, before tax?', required: true },
        { key: 'hours', kind: 'number', words: 'Hours in a usual week', required: true, onlyIf: is('by', 'the hour') },
        { key: 'account', kind: 'bank account', words: 'To which account?', required: true },
        { key: 'first-job', kind: 'yes or no', words: 'Did they have another job this year?', required: true },
        { key: 'leaving', kind: 'file', words: 'What they were given when they left it', onlyIf: is('first-job', true) },
        { key: 'contract', kind: 'file', words: 'The contract' },
      ],
    },
  ],
};

/** The questionnaires that are supplied. */
export const SUPPLIED_QUESTIONNAIRES: readonly SuppliedQuestionnaire[] = [
  { name: 'Personal return', what: 'what a person lived on in a year, and what they paid', definition: PERSONAL_RETURN },
  { name: 'New company client', what: 'what we have to know of a company before work begins', definition: NEW_COMPANY },
  { name: 'New person client', what: 'the same of a person', definition: NEW_PERSON },
  { name: 'Year-end of a company', what: 'what the books do not say at the end of a year', definition: YEAR_END },
  { name: 'Payroll starter', what: 'somebody who begins to be paid', definition: PAYROLL_STARTER },
];
