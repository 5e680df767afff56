import type { Person, PersonRecord, Role } from '@harvu/contract';
import { USUAL_CONVENTIONS, type Conventions } from '@harvu/core/conventions';
import { DataTypes, Op, type Model, type Sequelize } from 'sequelize';
import type { Tx } from '../../platform/database';
import { fromJsonColumn } from '../../platform/json-column';

interface PersonRow {
  id: string;
  name: string;
  sign_in_name: string;
  role: Role;
  password_hash: string;
  is_minor: boolean | number;
  guardian: string;
  guardian_consent_on: string | null;
  created_at: Date;
  conventions: string | null;
  deactivated_at: Date | null;
  second_factor: string | null;
  /** The time step of the last code that was taken; null until the factor has been proved once. */
  second_factor_step: number | string | null;
  recovery_codes: string | null;
}

/** What proves somebody beside their password. */
export interface SecondFactor {
  readonly secret: string;
  /** Codes up to this time step were used; none while it is still being set up. */
  readonly usedStep: number | null;
  readonly recoveryHashes: readonly string[];
}

/** A person with what only the sign-in needs. */
export interface Account extends PersonRecord {
  readonly passwordHash: string;
  readonly factor: SecondFactor | null;
}

export type NewAccount = Omit<Account, 'factor' | 'isPutAway'> & { readonly createdAt: Date };

type PeopleTable = ReturnType<typeof definePeople>;

/** Keeps the people of the studio. */
export function createPeopleStore(sequelize: Sequelize) {
  const people = definePeople(sequelize);
  return {
    async add(account: NewAccount, transaction?: Tx): Promise<void> {
      await people.create(toRow(account), { transaction: transaction ?? null });
    },
    count: () => people.count(),
    async list(): Promise<readonly PersonRecord[]> {
      const rows = await people.findAll({ order: [['name', 'ASC']] });
      return rows.map((row) => toRecord(row.get()));
    },
    async find(id: string): Promise<PersonRecord | undefined> {
      const row = await people.findByPk(id);
      return row ? toRecord(row.get()) : undefined;
    },
    async findStudents(ids: readonly string[]): Promise<readonly Person[]> {
      const rows = await people.findAll({
        where: { id: { [Op.in]: [...ids] }, role: 'student', deactivated_at: null },
      });
      return rows.map((row) => toRecord(row.get()));
    },
    /** Who teaches, by name; nobody who was put away. */
    async teachers(): Promise<readonly Pick<Person, 'id' | 'name'>[]> {
      const rows = await people.findAll({
        where: { role: { [Op.ne]: 'student' }, deactivated_at: null },
        order: [['name', 'ASC']],
      });
      return rows.map((row) => ({ id: row.get().id, name: row.get().name }));
    },
    async findAccount(signInName: string): Promise<Account | undefined> {
      const row = await people.findOne({ where: { sign_in_name: signInName } });
      return row ? toAccount(row.get()) : undefined;
    },
    async accountOf(id: string): Promise<Account | undefined> {
      const row = await people.findByPk(id);
      return row ? toAccount(row.get()) : undefined;
    },
    async conventionsOf(id: string): Promise<Conventions> {
      const kept = (await people.findByPk(id))?.get().conventions;
      return kept
        ? { ...USUAL_CONVENTIONS, ...fromJsonColumn<Partial<Conventions>>(kept) }
        : USUAL_CONVENTIONS;
    },
    async saveConventions(
      id: string,
      conventions: Conventions,
      transaction: Tx | null = null,
    ): Promise<void> {
      const kept = JSON.stringify(conventions);
      await people.update({ conventions: kept }, { where: { id }, transaction });
    },
    async savePassword(id: string, passwordHash: string): Promise<void> {
      await people.update({ password_hash: passwordHash }, { where: { id } });
    },
    async saveConsent(id: string, guardian: string, on: string | null): Promise<void> {
      await people.update({ guardian, guardian_consent_on: on }, { where: { id } });
    },
    ...createRoleQueries(people),
    ...createFactorQueries(people),
  };
}

function toRecord(row: PersonRow): PersonRecord {
  return {
    id: row.id,
    name: row.name,
    role: row.role,
    signInName: row.sign_in_name,
    isMinor: Boolean(row.is_minor),
    guardian: row.guardian,
    guardianConsentOn: row.guardian_consent_on,
    isPutAway: row.deactivated_at !== null,
  };
}

function toFactor(row: PersonRow): SecondFactor | null {
  const { second_factor: secret, second_factor_step: step, recovery_codes: codes } = row;
  if (secret === null) return null;
  const recoveryHashes = codes === null ? [] : fromJsonColumn<readonly string[]>(codes);
  return { secret, usedStep: step === null ? null : Number(step), recoveryHashes };
}

function toAccount(row: PersonRow): Account {
  return { ...toRecord(row), passwordHash: row.password_hash, factor: toFactor(row) };
}

function toRow(account: NewAccount): Partial<PersonRow> {
  return {
    id: account.id,
    name: account.name,
    sign_in_name: account.signInName,
    role: account.role,
    password_hash: account.passwordHash,
    is_minor: account.isMinor,
    guardian: account.guardian,
    guardian_consent_on: account.guardianConsentOn,
    created_at: account.createdAt,
  };
}

function definePeople(sequelize: Sequelize) {
  return sequelize.define<Model<PersonRow, Partial<PersonRow>>>('people', {
    id: { type: DataTypes.CHAR(36), primaryKey: true },
    name: DataTypes.STRING(80),
    sign_in_name: DataTypes.STRING(40),
    role: DataTypes.ENUM('owner', 'teacher', 'student'),
    password_hash: DataTypes.STRING(200),
    is_minor: DataTypes.BOOLEAN,
    guardian: DataTypes.STRING(200),
    guardian_consent_on: DataTypes.DATEONLY,
    created_at: DataTypes.DATE(3),
    conventions: DataTypes.TEXT,
    deactivated_at: DataTypes.DATE(3),
    second_factor: DataTypes.STRING(200),
    second_factor_step: DataTypes.BIGINT,
    recovery_codes: DataTypes.TEXT,
  });
}

/** Keeps what proves somebody beside their password. */
function createFactorQueries(people: PeopleTable) {
  return {
    async saveFactor(id: string, factor: SecondFactor | null): Promise<void> {
      const changes = {
        second_factor: factor?.secret ?? null,
        second_factor_step: factor?.usedStep ?? null,
        recovery_codes: factor ? JSON.stringify(factor.recoveryHashes) : null,
      };
      await people.update(changes, { where: { id } });
    },
    /** Takes a code's time step; false where it, or a later one, was taken already. */
    async takeStep(id: string, step: number): Promise<boolean> {
      const later = { [Op.or]: [{ [Op.is]: null }, { [Op.lt]: step }] };
      const [count] = await people.update(
        { second_factor_step: step },
        { where: { id, second_factor_step: later } },
      );
      return count === 1;
    },
    /** Takes a recovery code away; false where somebody took it in between. */
    async takeRecovery(
      id: string,
      had: readonly string[],
      left: readonly string[],
    ): Promise<boolean> {
      const [count] = await people.update(
        { recovery_codes: JSON.stringify(left) },
        { where: { id, recovery_codes: JSON.stringify(had) } },
      );
      return count === 1;
    },
  };
}

/** Changes what an account may do; asked in a transaction that leaves an owner. */
function createRoleQueries(people: PeopleTable) {
  return {
    async saveRole(id: string, role: Role, transaction: Tx): Promise<void> {
      await people.update({ role }, { where: { id }, transaction });
    },
    async savePutAway(id: string, at: Date | null, transaction: Tx): Promise<void> {
      await people.update({ deactivated_at: at }, { where: { id }, transaction });
    },
    /** How many owners can sign in; asked in a transaction, no other changes one meanwhile. */
    async countOwners(transaction: Tx): Promise<number> {
      const owners = await people.findAll({
        where: { role: 'owner', deactivated_at: null },
        transaction,
        lock: transaction.LOCK.UPDATE,
      });
      return owners.length;
    },
  };
}

export type PeopleStore = ReturnType<typeof createPeopleStore>;
