<?php

namespace Waxmoor\Shared {
    final class Season
    {
    }

final class Grade
{
}
}

namespace {
    function season(): Waxmoor\Shared\Season
    {
        return new Waxmoor\Shared\Season();
    }
}
