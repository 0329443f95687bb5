<?php

namespace Waxmoor {
    function first(): Hive
    {
        return new Hive();
    }
}

namespace Other {
    use Waxmoor\Hive;

    function second(): Hive
    {
        return new Hive();
    }
}

namespace {
    echo \Waxmoor\first() instanceof \Waxmoor\Hive;
}
