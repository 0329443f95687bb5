<?php

namespace Waxmoor\Hives;

final class Grade
{
}
