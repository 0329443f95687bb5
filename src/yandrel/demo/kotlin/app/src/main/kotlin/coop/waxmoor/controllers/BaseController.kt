package coop.waxmoor.controllers

import coop.waxmoor.models.BaseModel

abstract class BaseController {
    protected fun show(row: BaseModel): Any = row.row()

    protected fun list(rows: List<BaseModel>): Any = rows.map(BaseModel::row)
}
