public struct Keeper {
}
