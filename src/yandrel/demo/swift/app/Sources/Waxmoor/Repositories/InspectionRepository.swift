final class InspectionRepository: BaseRepository<Inspection> {}
