<?php

return [
    'hive' => 'Waxmoor\\Models\\Hive',
    'again' => "Waxmoor\\Models\\Hive",
    'plain' => 'Waxmoor\Models\Hive',
    'rooted' => '\Waxmoor\Models\Hive::make',
    'other' => 'Waxmoor\Models\HiveBox',
    'prose' => 'see Waxmoor\Models\Hive',
];
