import { DataTypes, type QueryInterface } from 'sequelize'

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
  async up({ context: tables }: { context: QueryInterface }) {
    await tables.createTable('projects', {
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
    await tables.createTable('sources', {
      id,
      projectId: ofProject,
      name: { type: DataTypes.STRING(200), allowNull: false },
      bytes: { type: DataTypes.BLOB, allowNull: false },
    })
    await tables.createTable('edits', {
      projectId: { ...ofProject, primaryKey: true },
      revision: { type: DataTypes.INTEGER, primaryKey: true },
      label: { type: DataTypes.STRING(200), allowNull: false },
      kind: { type: DataTypes.STRING(4), allowNull: false },
      target: { type: DataTypes.INTEGER, allowNull: true },
      changes: text,
      inverse: text,
      createdAt: date,
    })
    await tables.createTable('papers', {
      id,
      fields: text,
      position: { type: DataTypes.INTEGER, allowNull: false },
      deletedAt: { type: DataTypes.DATE, allowNull: true },
    })
    await tables.createTable('jobs', {
      id,
      projectId: ofProject,
      sheetId: { type: DataTypes.STRING(64), allowNull: false },
      gcode: text,
      planned: text,
      state: text,
      createdAt: date,
      updatedAt: date,
    })
    await tables.addIndex('jobs', ['projectId', 'sheetId'])
  },
  async down({ context: tables }: { context: QueryInterface }) {
    for (const table of ['jobs', 'papers', 'edits', 'sources', 'projects']) await tables.dropTable(table)
  },
}
