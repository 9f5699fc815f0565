import { type Area, page, part } from '../../app/area';

export const papersArea: Area = {
  pages: [page('papers', () => import('./papers-page'), 'PapersPage')],
  today: {
    notes: [{ at: 26, title: () => 'On paper', isShown: (today) => today.toPrint > 0, Body: part(() => import('./today-note'), 'ToPrintNote') }],
  },
  clientActs: [
    { at: 30, words: 'Papers came', needs: 'do work', Opens: part(() => import('./take-in-leaf'), 'PapersLeaf') },
    { at: 31, words: 'Appointment', needs: 'do work', Opens: part(() => import('./appointment-leaf'), 'AppointmentLeaf') },
  ],
};
