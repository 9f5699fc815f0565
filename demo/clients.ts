import type { LegalForm, VatGroup, Way } from '@steady/contract/clients';
import type { PersonKey } from './people';

export type ServiceKey = 'vat' | 'payroll' | 'books' | 'tax' | 'annual' | 'income';

/** How a client behaves: decides how fast requests are answered and bills are paid. */
export type Manner = 'prompt' | 'usual' | 'slow' | 'silent';

export interface DemoClient {
  name: string;
  form: LegalForm;
  trade: string;
  contact: string;
  manner: Manner;
  services: ServiceKey[];
  preparer: PersonKey;
  partner: PersonKey;
  yearEnd: string;
  way: Way;
  vatGroup: VatGroup;
  /** Month and day of the annual return, for companies. */
  returnDate?: string;
  note?: string;
  prospect?: boolean;
  /** Nobody can be written to. */
  noAddress?: boolean;
}

type Given = Partial<DemoClient> & Pick<DemoClient, 'name' | 'form' | 'trade' | 'contact' | 'services'>;

const client = (given: Given): DemoClient => ({ manner: 'usual', preparer: 'niamh', partner: 'ruairi', yearEnd: '12-31', way: 'online', vatGroup: 'Jan-Feb', ...given });

/** The clients of Marram & Tern in and around Port Sallow. All are made up. */
export const CLIENTS: DemoClient[] = [
  client({ name: 'Dunmarra Oysters Ltd', form: 'company', trade: 'oyster farming', contact: 'Bríd Foley', services: ['vat', 'payroll', 'tax', 'annual'], returnDate: '03-31', note: 'Bríd answers in the evening; ring her brother Cathal about stock, not the office.' }),
  client({ name: 'Inishvane Ferries DAC', form: 'company', trade: 'island ferries', contact: 'Colm Garvan', services: ['vat', 'payroll', 'books', 'tax', 'annual'], preparer: 'tadhg', returnDate: '09-30', manner: 'prompt' }),
  client({ name: 'Sallow Boatyard Ltd', form: 'company', trade: 'boat building and repair', contact: 'Nuala Traynor', services: ['vat', 'tax', 'annual'], yearEnd: '06-30', returnDate: '10-15' }),
  client({ name: 'Lighthouse Trust CLG', form: 'charity', trade: 'keeps the old lighthouse', contact: 'Fergal Shortt', services: ['books', 'annual'], preparer: 'tadhg', returnDate: '09-05', manner: 'slow' }),
  client({ name: 'Kelpworks Skincare Ltd', form: 'company', trade: 'seaweed skin care', contact: 'Sorcha Blaney', services: ['vat', 'payroll', 'tax', 'annual'], yearEnd: '03-31', returnDate: '08-31' }),
  client({ name: 'Cormorant Surf School', form: 'sole trader', trade: 'surf school', contact: 'Donnacha Wade', services: ['vat', 'income'], manner: 'silent', partner: 'grainne', preparer: 'aoife' }),
  client({ name: 'Murrough Veterinary Practice', form: 'partnership', trade: 'vet', contact: 'Una Carty', services: ['vat', 'income'], partner: 'grainne', preparer: 'aoife' }),
  client({ name: 'Gannet Smokery Ltd', form: 'company', trade: 'fish smokery', contact: 'Declan Roarty', services: ['vat', 'tax', 'annual'], yearEnd: '01-31', returnDate: '10-31', preparer: 'tadhg', manner: 'slow', note: 'Two directors do not speak to each other. Write to both.' }),
  client({ name: 'Port Sallow Knitters Co-op', form: 'co-operative', trade: 'knitwear', contact: 'Mairéad Shiels', services: ['vat', 'tax'], yearEnd: '02-28', preparer: 'niamh' }),
  client({ name: 'Strand Café', form: 'sole trader', trade: 'café', contact: 'Lorcan Peyton', services: ['vat', 'payroll', 'books', 'income'], partner: 'grainne', preparer: 'sean', manner: 'prompt' }),
  client({ name: 'Thatch and Reed', form: 'sole trader', trade: 'thatcher', contact: 'Eoin Mellon', services: ['income', 'vat'], way: 'paper', partner: 'grainne', preparer: 'aoife' }),
  client({ name: 'Skellick Marine Survey', form: 'sole trader', trade: 'marine surveyor', contact: 'Barra Finnan', services: ['vat', 'income'], partner: 'grainne', preparer: 'aoife' }),
  client({ name: 'Skipper Conal Breslane', form: 'sole trader', trade: 'fishing', contact: 'Conal Breslane', services: ['income'], way: 'paper', partner: 'grainne', preparer: 'aoife', manner: 'slow' }),
  client({ name: 'Skipper Hughie Manton', form: 'sole trader', trade: 'fishing', contact: 'Hughie Manton', services: ['vat', 'income'], partner: 'grainne', preparer: 'aoife', manner: 'slow' }),
  client({ name: 'Skipper Dara Quilty', form: 'sole trader', trade: 'crab and lobster', contact: 'Dara Quilty', services: ['income'], partner: 'grainne', preparer: 'aoife' }),
  client({ name: 'Rossmore Farm Partnership', form: 'partnership', trade: 'dairy and sheep', contact: 'Peadar Nangle', services: ['vat', 'income'], partner: 'grainne', preparer: 'aoife' }),
  client({ name: 'Pilot Cottage Lettings', form: 'partnership', trade: 'landlords', contact: 'Imelda Scarry', services: ['income'], partner: 'grainne', preparer: 'aoife', noAddress: true }),
  client({ name: 'Harbour Row Lettings Ltd', form: 'company', trade: 'landlords', contact: 'Ronan Scarry', services: ['tax', 'annual'], yearEnd: '04-30', returnDate: '11-30', preparer: 'tadhg' }),
  client({ name: 'Harbour GP Practice', form: 'partnership', trade: 'doctors', contact: 'Dr Sinéad Laffan', services: ['payroll', 'income'], partner: 'grainne', preparer: 'sean', manner: 'prompt' }),
  client({ name: 'Atlantic Reels Festival Ltd', form: 'company', trade: 'music festival', contact: 'Fionn Treacy', services: ['vat', 'tax', 'annual'], yearEnd: '10-31', returnDate: '07-31' }),
  client({ name: 'Tern Rock Trust', form: 'charity', trade: 'bird reserve', contact: 'Ita Breen', services: ['books'], preparer: 'tadhg', noAddress: true }),
  client({ name: 'Saltpan Studio', form: 'sole trader', trade: 'pottery', contact: 'Clodagh Heaney', services: ['vat', 'income'], partner: 'grainne', preparer: 'niamh', vatGroup: 'Feb-Mar' }),
  client({ name: 'Bollard Brewing', form: 'company', trade: 'brewery, thinks about joining us', contact: 'Cian Prunty', services: [], prospect: true }),
  client({ name: 'Curragh Bay Seafoods Ltd', form: 'company', trade: 'crab processing', contact: 'Gerard Tansey', services: ['vat', 'tax', 'annual'], yearEnd: '02-28', returnDate: '09-30', preparer: 'tadhg' }),
  client({ name: 'Mizzen Sailmakers Ltd', form: 'company', trade: 'sails and covers', contact: 'Áine Doyle-Roche', services: ['tax'], yearEnd: '09-30', manner: 'prompt' }),
  client({ name: 'Pierhead Chandlery Ltd', form: 'company', trade: 'ship chandler', contact: 'Brendan Loy', services: ['vat', 'tax', 'annual'], yearEnd: '12-31', returnDate: '10-31', preparer: 'niamh' }),
  client({ name: 'Foley Foreshore Partnership', form: 'partnership', trade: 'shellfish grounds', contact: 'Cathal Foley', services: ['income'], partner: 'grainne', preparer: 'niamh' }),
  client({ name: 'Bríd Foley', form: 'person', trade: 'director', contact: 'Bríd Foley', services: ['income'], partner: 'grainne', preparer: 'aoife' }),
  client({ name: 'Cathal Foley', form: 'person', trade: 'director', contact: 'Cathal Foley', services: ['income'], partner: 'grainne', preparer: 'aoife' }),
  client({ name: 'Spindrift Laundry Ltd', form: 'company', trade: 'laundry', contact: 'Jacinta Moyle', services: ['tax'], yearEnd: '05-31', preparer: 'tadhg', manner: 'slow' }),
  client({ name: 'Ballast Quarry Ltd', form: 'company', trade: 'stone', contact: 'Malachy Orr', services: ['tax', 'annual'], yearEnd: '12-31', returnDate: '12-15', preparer: 'tadhg' }),
  client({ name: 'Nettle and Dock Nursery', form: 'sole trader', trade: 'plants', contact: 'Orlaith Kyne', services: ['income'], partner: 'grainne', preparer: 'niamh' }),
  client({ name: 'Sandpiper Crèche CLG', form: 'charity', trade: 'childcare', contact: 'Treasa Malone-Fay', services: ['annual'], preparer: 'sean', returnDate: '10-10' }),
  client({ name: 'Storm Petrel Charters', form: 'sole trader', trade: 'angling trips', contact: 'Mogue Sexton', services: ['vat', 'income'], partner: 'grainne', preparer: 'aoife', manner: 'silent', vatGroup: 'Feb-Mar' }),
  client({ name: 'Glasheen Joinery Ltd', form: 'company', trade: 'joinery', contact: 'Tomás Glasheen', services: ['tax'], yearEnd: '12-31', preparer: 'niamh' }),
  client({ name: 'The Drying Loft', form: 'sole trader', trade: 'guest house', contact: 'Philomena Reddan', services: ['income'], way: 'paper', partner: 'grainne', preparer: 'aoife' }),
  client({ name: 'Turnstone Pharmacy Ltd', form: 'company', trade: 'pharmacy', contact: 'Róisín Cullinane-Bay', services: ['vat', 'payroll', 'books', 'tax', 'annual'], yearEnd: '03-31', returnDate: '12-20', preparer: 'sean' }),
  client({ name: 'Whimbrel Web Works', form: 'sole trader', trade: 'web design', contact: 'Aodhán Pyne', services: ['vat', 'income'], partner: 'grainne', preparer: 'niamh', manner: 'prompt' }),
  client({ name: 'Eider Down Hotel Ltd', form: 'company', trade: 'hotel', contact: 'Bernadette Crosse', services: ['vat', 'payroll', 'tax', 'annual'], yearEnd: '10-31', returnDate: '09-15', preparer: 'tadhg' }),
  client({ name: 'Marsh Fritillary Club', form: 'charity', trade: 'butterfly society', contact: 'Enda Wray', services: ['books'], way: 'paper', preparer: 'sean' }),
];
