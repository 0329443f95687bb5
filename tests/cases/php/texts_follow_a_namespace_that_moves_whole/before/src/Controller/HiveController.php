<?php

namespace App\Controller;

class HiveController
{
}
