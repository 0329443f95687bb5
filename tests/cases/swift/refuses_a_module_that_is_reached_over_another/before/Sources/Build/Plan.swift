import Core

public struct Plan {}
