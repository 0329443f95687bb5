<?php

return [
    'hive' => 'Waxmoor\\Hives\\Hive',
    'again' => "Waxmoor\\Hives\\Hive",
    'plain' => 'Waxmoor\Hives\Hive',
    'rooted' => '\Waxmoor\Hives\Hive::make',
    'other' => 'Waxmoor\Models\HiveBox',
    'prose' => 'see Waxmoor\Models\Hive',
];
