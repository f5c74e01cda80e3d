import { DataTypes } from 'sequelize'
import type { MigrationContext } from './context'

const id = { type: DataTypes.STRING(40), primaryKey: true }
const ofProject = {
  type: DataTypes.STRING(40),
  allowNull: false,
  references: { model: 'projects', key: 'id' },
  onDelete: 'CASCADE',
}
const text = { type: DataTypes.TEXT, allowNull: false }
const date = { type: DataTypes.DATE, allowNull: false }

export const initial = {
  name: '0001-initial',
  async up({ context: { tables, transaction } }: MigrationContext) {
    const create = (name: string, columns: Parameters<typeof tables.createTable>[1]) =>
      tables.createTable(name, columns, { transaction })
    await create('projects', {
      id,
      name: { type: DataTypes.STRING(120), allowNull: false },
      revision: { type: DataTypes.INTEGER, allowNull: false },
      snapshot: { type: DataTypes.BLOB, allowNull: false },
      snapshotRevision: { type: DataTypes.INTEGER, allowNull: false },
      summary: text,
      deletedAt: { type: DataTypes.DATE, allowNull: true },
      createdAt: date,
      updatedAt: date,
    })
    await create('sources', {
      id,
      projectId: ofProject,
      name: { type: DataTypes.STRING(200), allowNull: false },
      bytes: { type: DataTypes.BLOB, allowNull: false },
    })
    await create('edits', {
      projectId: { ...ofProject, primaryKey: true },
      revision: { type: DataTypes.INTEGER, primaryKey: true },
      label: { type: DataTypes.STRING(200), allowNull: false },
      kind: { type: DataTypes.STRING(4), allowNull: false },
      target: { type: DataTypes.INTEGER, allowNull: true },
      changes: text,
      inverse: text,
      createdAt: date,
    })
    await create('papers', {
      id,
      fields: text,
      position: { type: DataTypes.INTEGER, allowNull: false },
      deletedAt: { type: DataTypes.DATE, allowNull: true },
    })
    await create('jobs', {
      id,
      projectId: ofProject,
      sheetId: { type: DataTypes.STRING(64), allowNull: false },
      gcode: text,
      planned: text,
      state: text,
      createdAt: date,
      updatedAt: date,
    })
    // A first start that was broken off by an older version left the tables, and perhaps the index.
    await tables.sequelize.query(
      'CREATE INDEX IF NOT EXISTS jobs_project_id_sheet_id ON jobs (projectId, sheetId)',
      { transaction },
    )
  },
}
