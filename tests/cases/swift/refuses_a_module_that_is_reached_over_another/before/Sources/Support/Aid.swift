import Workspace

public struct Aid {}
