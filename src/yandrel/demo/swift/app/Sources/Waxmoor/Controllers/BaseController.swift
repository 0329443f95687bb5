class BaseController {
    func show(_ row: BaseModel) -> Any {
        row.row()
    }
}
