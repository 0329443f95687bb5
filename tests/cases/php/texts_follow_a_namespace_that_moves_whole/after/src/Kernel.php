<?php

namespace App;

class Kernel
{
    protected string $namespace = 'App\\Http\\Handlers';
    public string $other = 'App\\Http\\Handlers\\';
    public string $bare = 'App\Http\Handlers\HiveController';
}
