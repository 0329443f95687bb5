<?php
namespace A\Controllers;
class Lone {}
