import { DataTypes } from 'sequelize'
import type { MigrationContext } from './context'

export const cutters = {
  name: '0002-cutters',
  async up({ context: { tables, transaction } }: MigrationContext) {
    await tables.createTable(
      'cutters',
      {
        id: { type: DataTypes.STRING(40), primaryKey: true },
        fields: { type: DataTypes.TEXT, allowNull: false },
        position: { type: DataTypes.INTEGER, allowNull: false },
        deletedAt: { type: DataTypes.DATE, allowNull: true },
      },
      { transaction },
    )
  },
}
