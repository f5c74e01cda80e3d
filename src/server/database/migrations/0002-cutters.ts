import { DataTypes, type QueryInterface } from 'sequelize'

export const cutters = {
  name: '0002-cutters',
  async up({ context: tables }: { context: QueryInterface }) {
    await tables.createTable('cutters', {
      id: { type: DataTypes.STRING(40), primaryKey: true },
      fields: { type: DataTypes.TEXT, allowNull: false },
      position: { type: DataTypes.INTEGER, allowNull: false },
      deletedAt: { type: DataTypes.DATE, allowNull: true },
    })
  },
  async down({ context: tables }: { context: QueryInterface }) {
    await tables.dropTable('cutters')
  },
}
