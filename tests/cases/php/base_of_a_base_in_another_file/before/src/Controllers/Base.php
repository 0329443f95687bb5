<?php
namespace A\Controllers;
class Base {}
