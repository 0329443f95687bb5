<?php

namespace App;

class Kernel
{
    protected string $namespace = 'App\\Controller';
    public string $other = 'App\\Controller\\';
    public string $bare = 'App\Controller\HiveController';
}
