<?php

declare(strict_types=1);

namespace Waxmoor\Shared;

use RuntimeException;

final class InvalidError extends RuntimeException
{
}
