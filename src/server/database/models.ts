import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize'

const id = { type: DataTypes.STRING(40), primaryKey: true }

export class ProjectRow extends Model<InferAttributes<ProjectRow>, InferCreationAttributes<ProjectRow>> {
  declare id: string
  declare name: string
  /** JSON of the tags */
  declare tags: CreationOptional<string>
  declare revision: number
  /** the edit that would be taken back next, and the undoing edit that would be made good next; null for none */
  declare undoTop: CreationOptional<number | null>
  declare redoTop: CreationOptional<number | null>
  /** JSON of a ProjectSummary, as it was at `summaryRevision` */
  declare summary: string
  declare summaryRevision: number
  /** of the snapshot as it is kept, and of the edits since, as JSON */
  declare snapshotBytes: number
  declare pendingBytes: CreationOptional<number>
  declare deletedAt: CreationOptional<Date | null>
  declare createdAt: CreationOptional<Date>
  declare updatedAt: CreationOptional<Date>
}

export class SnapshotRow extends Model<InferAttributes<SnapshotRow>, InferCreationAttributes<SnapshotRow>> {
  declare projectId: string
  declare revision: number
  /** gzip of the document's JSON as it was at `revision`; later edits are replayed on it */
  declare document: Buffer
}

export class SourceRow extends Model<InferAttributes<SourceRow>, InferCreationAttributes<SourceRow>> {
  declare id: string
  declare projectId: string
  declare name: string
  declare bytes: Buffer
}

export class EditRow extends Model<InferAttributes<EditRow>, InferCreationAttributes<EditRow>> {
  declare projectId: string
  /** the revision that the edit leads to */
  declare revision: number
  declare label: string
  declare kind: 'edit' | 'undo' | 'redo'
  /** of an undo or redo: the revision of the edit it takes back or makes again */
  declare target: number | null
  /** the edit that lies under it in the pile of what can be taken back, or made again for an undo */
  declare below: number | null
  declare changes: string
  declare inverse: string
  /** by which the page that made it knows it again; null for those made otherwise */
  declare key: CreationOptional<string | null>
  declare createdAt: CreationOptional<Date>
}

export class PaperRow extends Model<InferAttributes<PaperRow>, InferCreationAttributes<PaperRow>> {
  declare id: string
  /** JSON of the paper's fields */
  declare fields: string
  declare position: number
  declare deletedAt: CreationOptional<Date | null>
}

export class CutterRow extends Model<InferAttributes<CutterRow>, InferCreationAttributes<CutterRow>> {
  declare id: string
  /** JSON of the cutter's fields */
  declare fields: string
  declare position: number
  declare deletedAt: CreationOptional<Date | null>
}

export class JobRow extends Model<InferAttributes<JobRow>, InferCreationAttributes<JobRow>> {
  declare id: string
  declare projectId: string
  declare sheetId: string
  /** JSON of a JobState */
  declare state: string
  declare createdAt: CreationOptional<Date>
  declare updatedAt: CreationOptional<Date>
}

export function defineModels(sequelize: Sequelize): void {
  ProjectRow.init(
    {
      id,
      name: { type: DataTypes.STRING(120), allowNull: false },
      tags: { type: DataTypes.TEXT, allowNull: false, defaultValue: '[]' },
      revision: { type: DataTypes.INTEGER, allowNull: false },
      undoTop: DataTypes.INTEGER,
      redoTop: DataTypes.INTEGER,
      summary: { type: DataTypes.TEXT, allowNull: false },
      summaryRevision: { type: DataTypes.INTEGER, allowNull: false },
      snapshotBytes: { type: DataTypes.INTEGER, allowNull: false },
      pendingBytes: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
      deletedAt: DataTypes.DATE,
      createdAt: DataTypes.DATE,
      updatedAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'projects' },
  )
  SnapshotRow.init(
    {
      projectId: { type: DataTypes.STRING(40), primaryKey: true },
      revision: { type: DataTypes.INTEGER, allowNull: false },
      document: { type: DataTypes.BLOB, allowNull: false },
    },
    { sequelize, tableName: 'snapshots', timestamps: false },
  )
  SourceRow.init(
    {
      projectId: { type: DataTypes.STRING(40), primaryKey: true },
      id,
      name: DataTypes.STRING(200),
      bytes: DataTypes.BLOB,
    },
    { sequelize, tableName: 'sources', timestamps: false },
  )
  EditRow.init(
    {
      projectId: { type: DataTypes.STRING(40), primaryKey: true },
      revision: { type: DataTypes.INTEGER, primaryKey: true },
      label: DataTypes.STRING(200),
      kind: DataTypes.STRING(4),
      target: DataTypes.INTEGER,
      below: DataTypes.INTEGER,
      changes: DataTypes.TEXT,
      inverse: DataTypes.TEXT,
      key: DataTypes.STRING(40),
      createdAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'edits', updatedAt: false },
  )
  PaperRow.init(
    { id, fields: DataTypes.TEXT, position: DataTypes.INTEGER, deletedAt: DataTypes.DATE },
    { sequelize, tableName: 'papers', timestamps: false },
  )
  CutterRow.init(
    { id, fields: DataTypes.TEXT, position: DataTypes.INTEGER, deletedAt: DataTypes.DATE },
    { sequelize, tableName: 'cutters', timestamps: false },
  )
  JobRow.init(
    {
      id,
      projectId: DataTypes.STRING(40),
      sheetId: DataTypes.STRING(64),
      state: DataTypes.TEXT,
      createdAt: DataTypes.DATE,
      updatedAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'jobs' },
  )
}
