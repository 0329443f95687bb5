<?php

namespace App\Http\Handlers;

class HiveController
{
}
