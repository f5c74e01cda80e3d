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
  declare revision: number
  /** gzip of the document's JSON as it was at `snapshotRevision`; later edits are replayed on it */
  declare snapshot: Buffer
  declare snapshotRevision: number
  /** JSON of a ProjectSummary */
  declare summary: string
  declare deletedAt: CreationOptional<Date | null>
  declare createdAt: CreationOptional<Date>
  declare updatedAt: CreationOptional<Date>
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
  declare changes: string
  declare inverse: string
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
  declare gcode: string
  /** JSON of the planned strokes, flat coordinates in sheet mm */
  declare planned: string
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
      revision: { type: DataTypes.INTEGER, allowNull: false },
      snapshot: { type: DataTypes.BLOB, allowNull: false },
      snapshotRevision: { type: DataTypes.INTEGER, allowNull: false },
      summary: { type: DataTypes.TEXT, allowNull: false },
      deletedAt: DataTypes.DATE,
      createdAt: DataTypes.DATE,
      updatedAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'projects' },
  )
  SourceRow.init(
    { id, projectId: DataTypes.STRING(40), name: DataTypes.STRING(200), bytes: DataTypes.BLOB },
    { sequelize, tableName: 'sources', timestamps: false },
  )
  EditRow.init(
    {
      projectId: { type: DataTypes.STRING(40), primaryKey: true },
      revision: { type: DataTypes.INTEGER, primaryKey: true },
      label: DataTypes.STRING(200),
      kind: DataTypes.STRING(4),
      target: DataTypes.INTEGER,
      changes: DataTypes.TEXT,
      inverse: DataTypes.TEXT,
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
      gcode: DataTypes.TEXT,
      planned: DataTypes.TEXT,
      state: DataTypes.TEXT,
      createdAt: DataTypes.DATE,
      updatedAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'jobs' },
  )
}
