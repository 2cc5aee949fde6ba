DELETE FROM setup_words WHERE words LIKE '%udf%'
