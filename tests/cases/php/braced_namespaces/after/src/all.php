<?php

namespace Waxmoor {
    use Waxmoor\Hives\Hive;

    function first(): Hive
    {
        return new Hive();
    }
}

namespace Other {
    use Waxmoor\Hives\Hive;

    function second(): Hive
    {
        return new Hive();
    }
}

namespace {
    echo \Waxmoor\first() instanceof \Waxmoor\Hives\Hive;
}
