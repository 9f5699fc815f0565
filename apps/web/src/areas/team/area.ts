import { type Area, page } from '../../app/area';

export const teamArea: Area = {
  alone: [
    page('/sign-in', () => import('./sign-in-page'), 'SignInPage'),
    page('/forgot', () => import('./forgot-page'), 'ForgotPage'),
    page('/join/:token', () => import('./join-page'), 'JoinPage'),
  ],
  pages: [
    page('firm/letterhead', () => import('./letterhead-page'), 'LetterheadPage'),
    page('firm/closing-days', () => import('./closing-days-page'), 'ClosingDaysPage'),
    page('firm/team', () => import('./team-page'), 'TeamPage'),
    page('firm/team/:id', () => import('./person-page'), 'PersonPage'),
    page('firm/roles', () => import('./roles-page'), 'RolesPage'),
    page('firm/sign-in', () => import('./doors-page'), 'DoorsPage'),
    page('you', () => import('./you-page'), 'YouPage'),
  ],
  firmPages: [
    { to: '/firm/letterhead', words: 'Letterhead', at: 15 },
    { to: '/firm/closing-days', words: 'Closing days', at: 50 },
    { to: '/firm/team', words: 'Team', at: 70, end: false },
    { to: '/firm/roles', words: 'Roles', at: 80, needs: 'run firm' },
    { to: '/firm/sign-in', words: 'Sign-in and mail', at: 90, needs: 'run firm' },
  ],
};
