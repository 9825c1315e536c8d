<h1>Basket</h1>
