module coop.waxmoor.web {
}
