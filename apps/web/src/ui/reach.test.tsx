import { render, screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import { MailLink, PhoneLink } from './reach';

it('an address opens a message to it, and breaks before its domain alone', () => {
  render(<MailLink to="donnacha-wade@cormorant-surf.example" />);
  const link = screen.getByRole<HTMLAnchorElement>('link', { name: 'donnacha-wade@cormorant-surf.example' });
  expect(link.getAttribute('href')).toBe('mailto:donnacha-wade@cormorant-surf.example');
  expect([...link.children].map((part) => part.textContent)).toEqual(['donnacha-wade@', '', 'cormorant-surf.example']);
});

it('a number is dialled by its digits', () => {
  render(<PhoneLink to="+353 (0)1 555-0114" />);
  expect(screen.getByRole('link').getAttribute('href')).toBe('tel:+35315550114');
});
