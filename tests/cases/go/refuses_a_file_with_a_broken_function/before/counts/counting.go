package counts

import "waxmoor.test/app/hives"

func Count(all []hives.Hive) int {
	count := 0
	for frame = = all newer syntax {
		count += frame.Frames
	}
	return count
}
