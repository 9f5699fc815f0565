import { type Money, formatMoney, minorUnitsOf, money, parseMoney } from '@steady/core/money';
import * as teamRoutes from '@steady/contract/team.routes';
import { useState } from 'react';
import { RIGHTS, RIGHT_WORDS, ROLES, type Right, type Role, whyNotRights } from '@steady/core/access';
import type { RoleView } from '@steady/contract/team';
import { send, useData } from '../../app/api';
import { useAct } from '../../app/use-act';
import { Page, Trouble } from '../../ui/page';
import { useSession } from '../../app/session';
import { FirmViews } from './firm-views';

/** What each role may do: rights down the side, roles across. */
export function RolesPage() {
  const { data: roles, error } = useData(teamRoutes.roles);
  const [changed, setChanged] = useState<Partial<Record<Role, Right[]>>>({});
  /** Limits as they are typed. */
  const [limits, setLimits] = useState<Partial<Record<Role, string>>>({});
  const { act, busy } = useAct();
  const { firm } = useSession();
  if (error) return <Trouble error={error} />;
  if (!roles) return null;
  const rightsOf = (role: RoleView) => changed[role.role] ?? role.rights;
  const toggle = (role: RoleView, right: Right) => {
    const now = rightsOf(role);
    const next = RIGHTS.filter((one) => (one === right ? !now.includes(one) : now.includes(one)));
    const asBefore = next.length === role.rights.length && next.every((one) => role.rights.includes(one));
    const { [role.role]: _, ...rest } = changed;
    setChanged(asBefore ? rest : { ...rest, [role.role]: next });
  };
  const names = ROLES.filter((role) => changed[role] !== undefined || limits[role] !== undefined);
  const viewOf = (role: Role) => roles.find((one) => one.role === role)!;
  const limitOf = (role: Role): Money | null | undefined => {
    const typed = limits[role];
    if (typed === undefined) return viewOf(role).approveUpTo;
    return typed.trim() === '' ? null : (parseMoney(typed, firm.currency) ?? undefined);
  };
  const why = (role: Role) =>
    limitOf(role) === undefined
      ? `Give the amount as ${formatMoney(money(5_000 * minorUnitsOf(firm.currency), firm.currency))}, or leave it empty.`
      : whyNotRights(role, changed[role] ?? viewOf(role).rights);
  const faults = names.map((role) => ({ role, why: why(role) })).filter((fault) => fault.why !== null);
  const people = roles.filter((role) => names.includes(role.role)).reduce((sum, role) => sum + role.people, 0);
  const save = () =>
    act(async () => {
      for (const role of names)
        await send(teamRoutes.setRole, { role }, { rights: changed[role] ?? viewOf(role).rights, approveUpTo: limitOf(role) ?? undefined });
      setChanged({});
      setLimits({});
    }, 'Saved. The roles apply from now on.');
  return (
    <Page title="Roles" sum="What people may do. Which clients they see is granted person by person, on the team page." tools={<FirmViews />}>
      <div className="sheet overflow-x-auto">
        <table className="ledger" aria-label="Roles">
          <thead>
            <tr>
              <th scope="col">Right</th>
              {roles.map((role) => (
                <th key={role.role} scope="col" className="text-center">
                  {role.role}
                  <span className="block font-normal text-soft">{role.people === 1 ? '1 person' : `${role.people} people`}</span>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {RIGHTS.map((right) => (
              <tr key={right}>
                <td className="min-w-44">
                  {RIGHT_WORDS[right]}
                  {right === 'see own firm' && <span className="text-fine text-soft"> (off for everybody at first)</span>}
                </td>
                {roles.map((role) => {
                  const has = rightsOf(role).includes(right);
                  const differs = has !== role.rights.includes(right);
                  return (
                    <td key={role.role} className={`text-center ${differs ? 'bg-ochre-tint' : ''}`}>
                      <input type="checkbox" aria-label={`${role.role}: ${RIGHT_WORDS[right]}`} checked={has} onChange={() => toggle(role, right)} />
                      {right === 'approve bills' && has && (
                        <input
                          className="field mx-auto mt-1 block w-24 py-0.5 text-right"
                          aria-label={`${role.role} approves up to`}
                          inputMode="decimal"
                          placeholder="no limit"
                          value={limits[role.role] ?? (role.approveUpTo === null ? '' : formatMoney(role.approveUpTo))}
                          onChange={(event) => setLimits({ ...limits, [role.role]: event.target.value })}
                        />
                      )}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {faults.map((fault) => (
        <p key={fault.role} role="alert" className="mt-3 max-w-2xl border border-rust bg-rust-tint px-3 py-2 text-table">
          {fault.role}: {fault.why}
        </p>
      ))}
      {names.length > 0 && (
        <p className="mt-3 flex items-baseline gap-3">
          <button className="act" disabled={busy || faults.length > 0} onClick={() => void save()}>
            Save, changes what {people === 1 ? '1 person' : `${people} people`} may do
          </button>
          <button
            className="act-quiet"
            onClick={() => {
              setChanged({});
              setLimits({});
            }}
          >
            Cancel
          </button>
        </p>
      )}
    </Page>
  );
}
