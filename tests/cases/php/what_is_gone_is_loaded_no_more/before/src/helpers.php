<?php

namespace Waxmoor;

function grade(int $kilos): string
{
    return $kilos > 10 ? 'high' : 'low';
}
