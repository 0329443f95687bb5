<?php

namespace Waxmoor\Shared {
    final class Season
    {
    }
}

namespace {
    function season(): Waxmoor\Shared\Season
    {
        return new Waxmoor\Shared\Season();
    }
}
