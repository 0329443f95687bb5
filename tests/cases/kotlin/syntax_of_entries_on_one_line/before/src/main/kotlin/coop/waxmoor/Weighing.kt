package coop.waxmoor
