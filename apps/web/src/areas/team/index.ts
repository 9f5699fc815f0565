/** What other areas use of this one. */
export { FirmViews } from './firm-views';
export { useSettingsForm } from './settings-form';
