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
  failed_sign_ins: number;
  locked_until: Date | null;
  created_at: Date;
  conventions: string | null;
}

/** A person with what only the sign-in needs. */
export interface Account extends PersonRecord {
  readonly passwordHash: string;
  readonly failedSignIns: number;
  readonly lockedUntil: Date | null;
}

export type NewAccount = Omit<Account, 'failedSignIns' | 'lockedUntil'> & {
  readonly createdAt: Date;
};

function toRecord(row: PersonRow): PersonRecord {
  return {
    id: row.id,
    name: row.name,
    role: row.role,
    signInName: row.sign_in_name,
    isMinor: Boolean(row.is_minor),
    guardian: row.guardian,
    guardianConsentOn: row.guardian_consent_on,
  };
}

function toAccount(row: PersonRow): Account {
  const {
    password_hash: passwordHash,
    failed_sign_ins: failedSignIns,
    locked_until: lockedUntil,
  } = row;
  return { ...toRecord(row), passwordHash, failedSignIns, lockedUntil };
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
    failed_sign_ins: DataTypes.INTEGER,
    locked_until: DataTypes.DATE(3),
    created_at: DataTypes.DATE(3),
    conventions: DataTypes.TEXT,
  });
}

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
        where: { id: { [Op.in]: [...ids] }, role: 'student' },
      });
      return rows.map((row) => toRecord(row.get()));
    },
    async findAccount(signInName: string): Promise<Account | undefined> {
      const row = await people.findOne({ where: { sign_in_name: signInName } });
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
      const changes = { password_hash: passwordHash, failed_sign_ins: 0, locked_until: null };
      await people.update(changes, { where: { id } });
    },
    async saveConsent(id: string, guardian: string, on: string | null): Promise<void> {
      await people.update({ guardian, guardian_consent_on: on }, { where: { id } });
    },
    async saveFailures(id: string, failedSignIns: number, lockedUntil: Date | null): Promise<void> {
      const changes = { failed_sign_ins: failedSignIns, locked_until: lockedUntil };
      await people.update(changes, { where: { id } });
    },
  };
}

export type PeopleStore = ReturnType<typeof createPeopleStore>;
